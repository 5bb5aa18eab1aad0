import type { Dispute } from '#core/disputes/disputes';
import type { BookingState } from '#core/bookings/bookingState';
import { least, type Minor, remainder, sum } from '#core/money/minor';
import type { Refund } from '#core/payments/givingBack';

/**
 * What goes back of a receipt once its dispute is won: what a cancellation had to leave out while the payer's bank had the
 * money (docs/rules/afterTheService.md). Nothing while the booking goes on: there it counts towards the price again.
 * @param underWay what is on its way back over other receipts already
 */
export function backWhenWon(
  { ledger, position }: Pick<BookingState, 'ledger' | 'position'>,
  { receiptId, amount, claims }: Pick<Dispute, 'receiptId' | 'amount' | 'claims'>,
  underWay: Minor,
): Refund | null {
  const receipt = ledger.receipts.find(({ id }) => id === receiptId);
  if (!receipt || !(ledger.cancelled || ledger.lapsed)) return null;
  const refused = ledger.refundsRefused.map((each) => each.amount);
  const tooMuch = remainder(position.credit, sum([underWay, ...refused]));
  const won = least(remainder(amount, claims), remainder(receipt.amount, receipt.refunded));
  const back = least(tooMuch, won);
  return back > 0 ? { id: receiptId, amount: back } : null;
}
