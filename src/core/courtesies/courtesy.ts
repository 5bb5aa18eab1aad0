import { disputedOf } from '#core/disputes/disputes';
import type { Ledger } from '#core/bookings/ledger';
import type { BookingState } from '#core/bookings/bookingState';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { divided, figuresLess, figuresOf } from '#core/invoices/shares';
import { least, type Minor, minor, remainder, sum } from '#core/money/minor';
import { taxesLess, taxesOfPart } from '#core/price/taxSums';
import type { Refund } from '#core/payments/givingBack';
import type { PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { ok, refuse, type Result } from '#core/result';

/**
 * The receipts that money can go back over: without what is disputed. What was returned or put right is in hand no more,
 * and what has not settled is no receipt yet (docs/rules/afterTheService.md).
 */
export const givenBackOver = ({ receipts, after }: Pick<Ledger, 'receipts' | 'after'>): Ledger['receipts'] =>
  receipts.map((receipt) => {
    const disputed = disputedOf(after.disputes, receipt.id);
    return disputed === 0 ? receipt : { ...receipt, refunded: minor(receipt.refunded + disputed) };
  });

/** Where a courtesy can go: the receipts, each with what is still in hand of it. */
export function courtesyReceipts({
  ledger,
}: Pick<BookingState, 'ledger'>): { readonly id: string; readonly left: Minor }[] {
  // After a cancellation, what was paid for what it left owed stands elsewhere in the books.
  return givenBackOver(ledger)
    .filter(({ owed }) => !(ledger.cancelled && owed))
    .map(({ id, amount, refunded }) => ({ id, left: remainder(amount, refunded) }))
    .filter(({ left }) => left > 0);
}

export type MayNotGiveCourtesy =
  | { readonly code: 'not_over_yet' | 'nothing_in_hand' | 'receipt_unknown' }
  | { readonly code: 'above_in_hand'; readonly limit: Minor; readonly path: 'amount' };

/**
 * A sum given back after the service without a change of the price: over the receipt that the owner chose, else newest
 * first. A refundable deposit in hand is the client's, and no courtesy.
 */
export function courtesyOf(
  bookingState: Pick<BookingState, 'ledger' | 'securityInHand'>,
  { amount, receiptId }: { readonly amount: Minor; readonly receiptId: string | null },
): Result<{ readonly refunds: readonly Refund[] }, MayNotGiveCourtesy> {
  const { ledger, securityInHand } = bookingState;
  if (!ledger.delivered && !ledger.cancelled) return refuse({ code: 'not_over_yet' });
  const open = courtesyReceipts(bookingState);
  const chosen = receiptId === null ? open : open.filter(({ id }) => id === receiptId);
  if (receiptId !== null && chosen.length === 0) return refuse({ code: 'receipt_unknown' });
  const inHand = remainder(sum(open.map(({ left }) => left)), securityInHand);
  const limit = least(inHand, sum(chosen.map(({ left }) => left)));
  if (limit === 0) return refuse({ code: 'nothing_in_hand' });
  if (amount > limit) return refuse({ code: 'above_in_hand', limit, path: 'amount' });
  const over = givenBackOver(ledger).filter(({ id }) => chosen.some((each) => each.id === id));
  return ok({ refunds: refundsNewestFirst(over, amount) });
}

/**
 * What of the tax payable a courtesy takes back: of the price's, by rule 1 of section 12 over all that was given back so
 * far, as its credit note shows it; of a cancellation's, in its proportion.
 */
export function courtesyTaxes(
  amount: Minor,
  { cancelled, revenue, after }: Pick<Ledger, 'cancelled' | 'revenue' | 'after'>,
  price: PriceInput,
): TaxAmount[] {
  const before = after.courtesy;
  const now = sum([before, amount]);
  if (cancelled) {
    const { taxes = [], keep } = cancelled;
    return taxesLess(taxesOfPart(taxes, keep, now), taxesOfPart(taxes, keep, before));
  }
  if (!revenue || revenue.taxes.length === 0) return [];
  const whole = divided(price);
  const within = (part: Minor): Minor => least(part, whole.total);
  return [...figuresLess(figuresOf(whole, within(now)), figuresOf(whole, within(before))).taxes];
}
