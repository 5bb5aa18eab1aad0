import { taxWithin } from '#core/books/taxWithin';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor, most, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';

/** The one thing that a voucher buys, with its one tax as it was on the day of the sale (docs/rules/documents.md). */
export type VoucherPurpose = { readonly serviceId: string; readonly code: string; readonly rate: Decimal };

/** The tax that is owed with so much of a voucher: when it is sold, of all of it. None for one that buys anything. */
export const taxOnVoucher = (amount: Minor, purpose: VoucherPurpose | null): TaxAmount[] =>
  purpose ? taxWithin(amount, purpose.code, purpose.rate) : [];

/**
 * The tax that leaves a voucher with what is used of it: all that is left of it with the last of the sum.
 * @param left on the voucher, and the tax of that, before it is used
 */
export function taxOfUse(
  { left, tax }: { readonly left: Minor; readonly tax: Minor },
  used: Minor,
  purpose: VoucherPurpose | null,
): TaxAmount[] {
  if (!purpose) return [];
  const [after] = taxOnVoucher(minor(left - used), purpose);
  const amount = most(minor(tax - after!.amount), zero);
  return [{ code: purpose.code, base: minor(used - amount), amount }];
}
