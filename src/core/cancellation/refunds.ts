import type { RefundableReceipt } from '#core/cancellation/receipts';
import { least, type Minor, minor, remainder } from '#core/money/minor';

/** Spreads a refund over the receipts, newest first; of equal times the later in the list first. */
export function refundsNewestFirst(
  receipts: readonly RefundableReceipt[],
  refund: Minor,
): { id: string; amount: Minor }[] {
  let left = refund;
  return receipts
    .map((receipt, index) => ({ receipt, index }))
    .sort((a, b) => (a.receipt.at === b.receipt.at ? b.index - a.index : a.receipt.at < b.receipt.at ? 1 : -1))
    .flatMap(({ receipt }) => {
      const amount = least(left, minor(receipt.amount - (receipt.refunded ?? 0)));
      left = remainder(left, amount);
      return amount > 0 ? [{ id: receipt.id, amount }] : [];
    });
}
