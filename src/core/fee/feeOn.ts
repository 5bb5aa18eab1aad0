import { fee } from '#core/fee/fee';
import { type Minor, minor } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import type { Terms } from '#core/terms/terms';

/**
 * The fee that terms pass on for paying a sum by card, or null. It carries the tax of what it is paid for
 * (docs/rules/fee.md, rule 4): the share that tax has in the total.
 */
export function feeOn({
  terms,
  total,
  tax,
  amount,
}: {
  readonly terms: Pick<Terms, 'fee'>;
  readonly total: Minor;
  readonly tax: Minor;
  readonly amount: Minor;
}): { readonly fee: Minor; readonly tax: Minor; readonly charge: Minor } | null {
  if (!terms.fee) return null;
  const { percent, fixed, mode } = terms.fee;
  const made = fee({ amount, percent, fixed, mode });
  if (made.fee === 0) return null;
  const share = total === 0 ? 0n : divideRounded(BigInt(made.fee) * BigInt(tax), BigInt(total));
  return { ...made, tax: minor(share) };
}
