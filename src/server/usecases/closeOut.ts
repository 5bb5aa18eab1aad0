import type { CloseOutBooking, ReleaseMany } from '#contracts/owner';
import { closeout } from '#core/closeout/closeout';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { minor, remainder, sum, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/agenda/runDue';
import { closingFacts } from '#server/booking/closingFacts';
import { recordFacts } from '#server/booking/record';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#server/booking/refundLimit';
import type { Deps } from '#server/deps';
import { carryOut } from '#server/intents/carryOut';
import { openRefunds } from '#server/intents/openRefunds';
import { intentByCause, openIntent } from '#server/intents/openIntent';
import { type NotFound, onBooking } from '#server/usecases/onBooking';

export type CloseOutRefusal =
  | NotFound
  | ProofNeeded
  | { readonly code: 'not_to_close_out' }
  | { readonly code: 'no_consent_for_balance'; readonly path: 'coverBalance' };

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
    const refunding: string[] = [];
    const decided = await onBooking<string | null, CloseOutRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, standing, now }) => {
        const { ledger, hold, position, stage, agreed } = standing;
        const before = await intentByCause(tx, bookingId, 'closeOut');
        if (before) return ok(before.id);
        if (stage !== 'toCloseOut') return refuse({ code: 'not_to_close_out' });
        if (coverBalance && !agreed.terms.holdCoversBalance)
          return refuse({ code: 'no_consent_for_balance', path: 'coverBalance' });

        const held = hold?.inForce?.amount ?? zero;
        const figures = closeout({ held, claims, outstanding: position.outstanding, coverBalance });
        const decision = { kind: 'closeOutDecided' as const, at: now, claims, coverBalance };
        const { total, tax } = loaded.booking;
        if (standing.parts.some((part) => part.security)) {
          const { securityInHand: security } = standing;
          const about = { request: null, claims, captured: false, ledger, total, tax, now };
          const closing = closingFacts({ ...about, security, securityCoversBalance: coverBalance });
          const settled = closing.find((fact) => fact.kind === 'securitySettled')!;
          const refunds = refundsNewestFirst(ledger.receipts, settled.back);
          if (wantsProof(limit, loaded.booking.currency, refunds)) return refuse({ code: 'proof_needed' });
          const back = await openRefunds(tx, { bookingId, refunds, ledger, cause: 'closed', now, newId: deps.newId });
          refunding.push(...back.intentIds);
          await recordFacts(tx, loaded, [decision, ...closing, ...back.facts], now);
          return ok(null);
        }
        if (figures.capture === 0) {
          const closing = closingFacts({
            request: null,
            claims,
            captured: false,
            ledger,
            total,
            tax,
            releasing: held,
            now,
          });
          await recordFacts(tx, loaded, [decision, ...closing], now);
          return ok(null);
        }
        await recordFacts(tx, loaded, [decision], now);
        const met = sum(figures.met.map((claim) => claim.amount));
        const balance = remainder(figures.capture, met);
        const request = {
          kind: 'capture' as const,
          authorisation: hold!.inForce!.id,
          held: minor(held),
          balance,
          claims,
        };
        return ok(
          await openIntent(tx, {
            id: deps.newId(),
            bookingId,
            cause: 'closeOut',
            request,
            amount: figures.capture,
            now,
          }),
        );
      },
    );
    if (!decided.ok) return decided;
    if (decided.value) {
      await carryOut(deps, decided.value);
      await runDueOf(deps, { bookings: [bookingId] });
    }
    for (const id of refunding) await carryOut(deps, id);
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
