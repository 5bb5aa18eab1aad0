import { type Minor, minor, sum } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import type { TaxAmount } from '#core/price/taxes';

/** Two sets of taxes together, by code, in the order in which codes appear. */
export function taxesMore(these: readonly TaxAmount[], those: readonly TaxAmount[]): TaxAmount[] {
  const all = new Map(these.map((tax) => [tax.code, tax]));
  for (const { code, base, amount } of those) {
    const before = all.get(code);
    all.set(code, { code, base: sum([before?.base ?? 0, base]), amount: sum([before?.amount ?? 0, amount]) });
  }
  return [...all.values()];
}

/** The first set of taxes less the second, by code; below nothing where it is less. */
export const taxesLess = (these: readonly TaxAmount[], those: readonly TaxAmount[]): TaxAmount[] =>
  taxesMore(
    these,
    those.map(({ code, base, amount }) => ({ code, base: minor(0 - base), amount: minor(0 - amount) })),
  );

export const taxSum = (taxes: readonly TaxAmount[]): Minor => sum(taxes.map(({ amount }) => amount));

/** What so much of a whole shows of its taxes: parts that are taken one after the other never drift from all of them. */
export function taxesOfPart(taxes: readonly TaxAmount[], whole: Minor, part: Minor): TaxAmount[] {
  if (whole === 0) return [];
  const share = (of: Minor): Minor => minor(divideRounded(BigInt(of) * BigInt(part), BigInt(whole)));
  return taxes.map(({ code, base, amount }) => ({ code, base: share(base), amount: share(amount) }));
}
