import type { CloseOutBooking, ReleaseMany } from '#contracts/bookings/owner';
import { ok, refuse, type Result } from '#core/result';
import { runPlanned } from '#server/jobs/run/runDue';
import { closeOutOf, type MayNotCloseOut } from '#core/closeout/closeOutOf';
import { recordFacts } from '#server/bookings/record';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { makeCall } from '#server/processorCalls/makeCall';
import { openRefunds } from '#server/processorCalls/openRefunds';
import { callByCause, openCall, type OpenCall, type ToCarryOut } from '#server/processorCalls/openCall';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';

export type CloseOutRefusal = NotFound | ProofNeeded | MayNotCloseOut;

/**
 * The decision after the service: claims are met from the hold, the rest of it is let go, what it could not pay is
 * owed. Where nothing is captured the booking closes at once, and its hold is released by the agenda.
 */
export const closeOut =
  (deps: Deps) =>
  async (
    { bookingId, claims, coverBalance }: CloseOutBooking,
    limit: RefundLimit = null,
  ): Promise<Result<{ closed: true }, CloseOutRefusal>> => {
    const refunding: OpenCall[] = [];
    const decided = await onBooking<ToCarryOut | null, CloseOutRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        // Where nothing was ever held nothing was captured.
        const before =
          bookingState.ledger.authorisations.length > 0 ? await callByCause(tx, bookingId, 'closeOut') : null;
        if (before) return ok(before.id);
        const { total, tax, currency } = loaded.booking;
        const closing = closeOutOf(bookingState, { claims, coverBalance }, { total, tax, at: now });
        if (!closing.ok) return closing;
        const { facts, capture, refunds } = closing.value;
        if (wantsProof(limit, currency, refunds)) return refuse({ code: 'proof_needed' });
        const { ledger } = bookingState;
        const back = await openRefunds(tx, { bookingId, refunds, ledger, cause: 'closed', now, newId: deps.newId });
        refunding.push(...back.opened);
        await recordFacts(tx, loaded, [...facts, ...back.facts], now);
        if (!capture) return ok(null);
        return ok(await openCall(tx, { id: deps.newId(), bookingId, cause: 'closeOut', ...capture, now }));
      },
    );
    if (!decided.ok) return decided;
    if (decided.value) {
      const since = jobsWritten();
      await makeCall(deps, decided.value);
      await runPlanned(deps, bookingId, since);
    }
    for (const id of refunding) await makeCall(deps, id);
    return ok({ closed: true });
  };

type Released = {
  readonly closed: readonly string[];
  readonly refused: readonly { readonly id: string; readonly code: CloseOutRefusal['code'] }[];
};

/** Closes bookings that nothing is claimed of, each by itself: one that cannot be closed does not stop the others. */
export const releaseMany =
  (deps: Deps) =>
  async ({ bookingIds }: ReleaseMany, limit: RefundLimit = null): Promise<Result<Released, never>> => {
    const closed: string[] = [];
    const refused: { id: string; code: CloseOutRefusal['code'] }[] = [];
    for (const id of new Set(bookingIds)) {
      const result = await closeOut(deps)({ bookingId: id, claims: [], coverBalance: false }, limit);
      if (result.ok) closed.push(id);
      else refused.push({ id, code: result.refusal.code });
    }
    return ok({ closed, refused });
  };
