import type { Deal } from '#core/bookings/deal';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { payAllOffer } from '#core/bookings/change';
import { least, type Minor } from '#core/money/minor';
import { type FeePassedOn, withFee } from '#core/payments/withFee';
import { ok, refuse, type Result } from '#core/result';

export type AboveOutstanding = { readonly code: 'above_outstanding'; readonly limit: Minor; readonly path: 'amount' };
export type MayNotPay =
  | { readonly code: 'nothing_due' | 'position_changed' }
  | { readonly code: 'amount_too_small'; readonly limit: Minor; readonly path: 'amount' }
  | AboveOutstanding;

/** A sum that may be charged: with the fee passed on in it, and the price that it settles. */
export type MayPay = FeePassedOn & { readonly becomes?: Deal };

/** The least that may be paid now: without a smallest part payment in the terms, what is due is paid whole. */
export function smallestNow(bookingState: BookingState): Minor {
  const { dueNow, outstanding } = payable(bookingState);
  const smallest = bookingState.agreed.terms.minimum || dueNow === 0 ? bookingState.position.smallestPayment : dueNow;
  return least(smallest, outstanding);
}

/**
 * Whether a client may pay this sum now, and what is charged for it. The sum of an offer to settle everything is computed
 * here, whatever was sent.
 */
export function mayPay(
  bookingState: BookingState,
  deal: Deal,
  asked: {
    readonly amount: Minor;
    readonly everything?: boolean | undefined;
    /** What had been paid, with what is on its way, when the sum was shown; absent where that is not told. */
    readonly seen?: Minor | undefined;
    readonly way?: 'card' | 'debit' | undefined;
  },
): Result<MayPay, MayNotPay> {
  const { amount, everything, seen, way } = asked;
  const { outstanding } = payable(bookingState);
  if (outstanding === 0) return refuse({ code: 'nothing_due' });
  if (seen !== undefined && seen !== bookingState.position.received + bookingState.onTheWay)
    return refuse({ code: 'position_changed' });
  if (!everything) {
    const above = aboveOutstanding(bookingState, amount);
    if (above) return above;
    const limit = smallestNow(bookingState);
    if (amount < limit) return refuse({ code: 'amount_too_small', limit, path: 'amount' });
    return ok(withFee(bookingState, deal.tax, amount, way));
  }
  const offer = bookingState.onTheWay > 0 ? null : payAllOffer(bookingState, deal);
  if (offer?.amount !== amount) return refuse({ code: 'position_changed' });
  return ok({ ...withFee(bookingState, offer.deal.tax, amount, way), becomes: offer.deal });
}

/** No more is taken than is still to be paid, and nothing twice while it is on its way; null where the sum fits. */
export function aboveOutstanding(bookingState: BookingState, amount: Minor) {
  const limit = payable(bookingState).outstanding;
  const above: AboveOutstanding = { code: 'above_outstanding', limit, path: 'amount' };
  return amount > limit ? refuse(above) : null;
}

/** What is owed after the service or a cancellation may be given up, and no more than that; null where it may. */
export function mayNotGiveUp(bookingState: BookingState, { amount, seen }: { amount: Minor; seen: Minor }) {
  const { ledger } = bookingState;
  if (!ledger.delivered && !ledger.cancelled) return refuse({ code: 'not_over_yet' as const });
  if (ledger.givenUp !== seen) return refuse({ code: 'position_changed' as const });
  return aboveOutstanding(bookingState, amount);
}
