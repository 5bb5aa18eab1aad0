import type { FactOf } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { type Minor, minor, sum } from '#core/money/minor';

/**
 * The service was delivered at its end, with what was in hand for its price by now.
 * @param since services that ended before this moment were delivered at it: earlier rules waited for the close-out
 */
export function deliveredFact(
  { ledger: { receipts }, securityInHand, endAt }: Pick<BookingState, 'ledger' | 'securityInHand' | 'endAt'>,
  { total, tax }: { readonly total: Minor; readonly tax: Minor },
  since: Instant | null,
): FactOf<'delivered'> {
  const received = minor(sum(receipts.map(({ amount, refunded }) => amount - refunded)) - securityInHand);
  return { kind: 'delivered', at: since !== null && since > endAt ? since : endAt, total, tax, received };
}
