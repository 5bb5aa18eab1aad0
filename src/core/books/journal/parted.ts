import type { FactOf } from '#core/bookings/facts';
import { accounts, debit, taxDebits } from '#core/books/journal/entry';
import { type Minor, minor, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxSum } from '#core/price/taxSums';

type Posted = { readonly security?: Minor; readonly taxes?: readonly TaxAmount[] };

/** What of a sum filled a refundable deposit, what is its tax, and what stands as the client's. */
export function parted(amount: Minor, { security = zero, taxes = [] }: Posted) {
  return { security, taxes, rest: minor(amount - security - taxSum(taxes)) };
}

type OnTop = Pick<FactOf<'received'>, 'fee' | 'feeTax' | 'feeTaxes' | 'tip' | 'tipFor'>;

/** The lines of a fee passed on with its tax, and of a tip, as they go out again. */
export const onTopBack = ({ fee = zero, feeTax = zero, feeTaxes, tip = zero, tipFor }: OnTop) => [
  debit(accounts.feesPassedOn, minor(fee - feeTax)),
  ...(feeTaxes ? taxDebits(feeTaxes) : [debit(accounts.taxPayable, feeTax)]),
  debit(tipFor === 'staff' ? accounts.tipsPayable : accounts.tips, tip),
];
