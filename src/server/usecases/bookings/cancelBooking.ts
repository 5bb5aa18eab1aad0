import type { OnLink } from '#contracts/clientPage/client';
import type { CancelBooking } from '#contracts/bookings/owner';
import { mayWithdraw } from '#core/cancellation/withdrawal';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { bookingOfLink } from '#server/links/clientLink';
import type { Fact, FactOf } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import { type BookingCancellation, cancellationOf, cancelledFact } from '#core/bookings/cancellationOf';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { makeCall } from '#server/processorCalls/makeCall';
import { openCall, paymentUnderWay, type OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import { runPlanned } from '#server/jobs/run/runDue';

export type CancelRefusal = NotFound | ProofNeeded | { readonly code: 'booking_over' | 'payment_under_way' };

/**
 * Cancels by the agreed terms: what is kept, and what goes back over which receipt. Card receipts are refunded at the
 * processor, others are given back by hand and recorded so. What is still owed is captured from the hold where the
 * agreement says so; otherwise the agenda lets the hold go.
 */
export const cancelBooking =
  (deps: Deps) =>
  ({ bookingId, by }: CancelBooking, limit: RefundLimit = null): Promise<Result<BookingCancellation, CancelRefusal>> =>
    cancelAs(deps, { bookingId, by, limit }, () => null);

/** @param asked what the client asked for, where this is the answer to it: the terms count from that moment */
export async function cancelAs(
  deps: Deps,
  { bookingId, by, limit }: CancelBooking & { readonly limit: RefundLimit },
  asked: (ledger: Ledger) => FactOf<'clientAsked'> | null,
): Promise<Result<BookingCancellation, CancelRefusal>> {
  const afterwards: OpenCall[] = [];
  const result = await onBooking<BookingCancellation, CancelRefusal>(
    deps,
    bookingId,
    async ({ tx, loaded, bookingState, now }) => {
      const { ledger } = bookingState;
      if (ledger.cancelled || ledger.closedOut || ledger.lapsed) return refuse({ code: 'booking_over' });
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const ask = asked(ledger);
      const decided = cancellationOf(bookingState, by, ask?.at);
      const { refunds, fromHold } = decided;
      if (wantsProof(limit, loaded.booking.currency, refunds)) return refuse({ code: 'proof_needed' });
      const about = { bookingId, refunds, ledger, cause: 'cancelled', now, newId: deps.newId };
      const back = await openRefunds(tx, about);
      afterwards.push(...back.opened);
      const inForce = bookingState.hold?.inForce;
      if (fromHold > 0 && inForce) {
        const request = { kind: 'keepFromHold' as const, authorisation: inForce.id, held: inForce.amount };
        const intent = { id: deps.newId(), bookingId, cause: 'keepFromHold', request, amount: fromHold, now };
        afterwards.push(await openCall(tx, intent));
      }
      const answer: Fact[] = ask ? [{ kind: 'askAnswered', at: now, askId: ask.askId, yes: true, note: '' }] : [];
      await recordFacts(tx, loaded, [...answer, cancelledFact(decided, by, now), ...back.facts], now);
      return ok(decided);
    },
  );
  if (!result.ok) return result;
  const since = jobsWritten();
  for (const id of afterwards) await makeCall(deps, id);
  if (afterwards.length > 0) await runPlanned(deps, bookingId, since);
  return result;
}

export type WithdrawRefusal = CancelRefusal | { readonly code: 'link_unknown' | 'link_expired' | 'not_withdrawable' };

/** The client withdraws by law: at once, without anybody's yes, and before the steps of the terms. */
export const withdrawByLaw =
  (deps: Deps) =>
  async ({ link }: OnLink): Promise<Result<null, WithdrawRefusal>> => {
    const now = deps.clock.now();
    const opened = await bookingOfLink(deps.db, link, now);
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    const loaded = (await readBooking(deps.db, opened.bookingId))!;
    if (!mayWithdraw(agreedOf(loaded.booking), now)) return refuse({ code: 'not_withdrawable' });
    const about = { bookingId: opened.bookingId, by: 'client' as const, limit: null };
    const done = await cancelAs(deps, about, () => null);
    return done.ok ? ok(null) : done;
  };
