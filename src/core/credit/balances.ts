import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import { taxOnVoucher, type VoucherPurpose } from '#core/credit/voucherPurpose';
import { taxSum } from '#core/price/taxSums';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';

/** What of a payment or of what went back of it was of that method: paid less given back. */
const paidBy = (fact: FactWithoutPersonalData, method: 'credit' | 'voucher'): Minor => {
  if (fact.kind !== 'received' && fact.kind !== 'refunded') return zero;
  if (fact.method !== method) return zero;
  return fact.kind === 'received' ? fact.amount : minor(0 - fact.amount);
};

/**
 * What a fact of a booking gives to its client's credit, or takes from it (negative): what a close-out found to be too
 * much, less what was used.
 */
export function creditMoved(fact: FactWithoutPersonalData): Minor {
  if (fact.kind === 'closedOut') return fact.over ?? zero;
  // Where delivery and close-out were one.
  if (fact.kind === 'delivered') return fact.taxes ? zero : remainder(fact.received, fact.total);
  return minor(0 - paidBy(fact, 'credit'));
}

/** A client's credit: what came without a booking, less what a bank sent back, and what their bookings gave and took. */
export const creditOfFacts = (came: Minor, facts: readonly FactWithoutPersonalData[]): Minor =>
  sum([came, ...facts.map(creditMoved)]);

/** What is left on a voucher of that sum, from the facts that name it and what of it was no longer owed when it expired. */
export const leftOnVoucherOf = (sold: Minor, facts: readonly FactWithoutPersonalData[], expired: Minor = zero): Minor =>
  minor(sold - expired - sum(facts.map((fact) => paidBy(fact, 'voucher'))));

/** As far as it reaches: what is used of credit or of a voucher for a sum, and what is left then. */
export function usedFor(there: Minor, outstanding: Minor): { readonly used: Minor; readonly left: Minor } {
  const used = least(there, outstanding);
  return { used, left: minor(there - used) };
}

const prepaidOf = (fact: FactWithoutPersonalData): Minor => {
  if (fact.kind !== 'received' && fact.kind !== 'refunded') return zero;
  const tax = sum((fact.prepaidTax ?? []).map(({ amount }) => amount));
  return fact.kind === 'received' ? tax : minor(0 - tax);
};

/** What of the tax that was owed as a voucher was sold is still of what is left on it. */
export const taxLeftOnVoucherOf = (
  sold: Minor,
  purpose: VoucherPurpose | null,
  facts: readonly FactWithoutPersonalData[],
): Minor => minor(taxSum(taxOnVoucher(sold, purpose)) - sum(facts.map(prepaidOf)));
