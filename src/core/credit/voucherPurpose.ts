import { taxWithin } from '#core/books/taxWithin';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxesLess } from '#core/price/taxSums';

/** The one thing that a voucher buys, with its one tax as it was on the day of the sale (money-rules-2.md, section 12). */
export type VoucherPurpose = { readonly serviceId: string; readonly code: string; readonly rate: Decimal };

/** The tax that is owed with so much of a voucher: when it is sold, of all of it. None for one that buys anything. */
export const taxOnVoucher = (amount: Minor, purpose: VoucherPurpose | null): TaxAmount[] =>
  purpose ? taxWithin(amount, purpose.code, purpose.rate) : [];

/** The tax that leaves a voucher with what is used of it: so that what is left has always its own, whatever the parts. */
export const taxOfUse = (left: Minor, used: Minor, purpose: VoucherPurpose | null): TaxAmount[] =>
  purpose ? taxesLess(taxOnVoucher(left, purpose), taxOnVoucher(minor(left - used), purpose)) : [];
