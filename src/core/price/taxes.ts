import { tenThousandths } from '#core/money/decimal';
import { type Minor, minor, sum } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { splitByWeight } from '#core/money/splitByWeight';
import { type Rates, type Taxed, taxGroups } from '#core/price/taxGroups';

export type TaxAmount = { code: string; base: Minor; amount: Minor };

/** Taxes on top: each code on the sum of the nets that carry it. Codes that no line carries are left out. */
export function taxesExclusive(lines: readonly Taxed[], rates: Rates): TaxAmount[] {
  return Object.entries(rates).flatMap(([code, { rate }]) => {
    const carrying = lines.filter((line) => line.codes.includes(code));
    if (carrying.length === 0) return [];
    const base = sum(carrying.map((line) => line.net));
    return [{ code, base, amount: minor(percentOf(base, rate)) }];
  });
}

/**
 * Taxes within: the tax of each group of lines is split over its codes by their rates. The base of a code is what its
 * groups leave without their tax.
 */
export function taxesInclusive(lines: readonly Taxed[], rates: Rates): TaxAmount[] {
  const found = new Map<string, { base: Minor; amount: Minor }>();
  for (const { codes, net, tax } of taxGroups(lines, rates, true)) {
    const weights = codes.map((code) => tenThousandths(rates[code]!.rate));
    splitByWeight(tax, weights).forEach((share, index) => {
      const code = codes[index]!;
      const sofar = found.get(code) ?? { base: 0 as Minor, amount: 0 as Minor };
      found.set(code, { base: sum([sofar.base, net]), amount: sum([sofar.amount, share]) });
    });
  }
  return Object.keys(rates).flatMap((code) => {
    const amounts = found.get(code);
    return amounts ? [{ code, ...amounts }] : [];
  });
}
