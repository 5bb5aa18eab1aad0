import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { type Minor, minor, sum } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { divideRounded } from '#core/money/rounding';
import { splitByWeight } from '#core/money/splitByWeight';

export type TaxAmount = { code: string; base: Minor; amount: Minor };
type Taxed = { readonly net: Minor; readonly codes: readonly string[] };
type Rates = Readonly<Record<string, { readonly rate: Decimal }>>;

const hundredPercent = 100n * decimalScale;

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
 * Taxes within: lines that carry the same set of codes are one group; its tax is taken out of its sum at once and
 * split over its codes by their rates. The base of a code is what its groups leave without their tax.
 */
export function taxesInclusive(lines: readonly Taxed[], rates: Rates): TaxAmount[] {
  const order = Object.keys(rates);
  const groups = new Map<string, { codes: string[]; nets: Minor[] }>();
  for (const line of lines) {
    const codes = order.filter((code) => line.codes.includes(code));
    const key = JSON.stringify(codes);
    const group = groups.get(key) ?? { codes, nets: [] };
    groups.set(key, group);
    group.nets.push(line.net);
  }

  const found = new Map<string, { base: Minor; amount: Minor }>();
  for (const { codes, nets } of groups.values()) {
    const total = sum(nets);
    const weights = codes.map((code) => tenThousandths(rates[code]!.rate));
    const rate = weights.reduce((all, weight) => all + weight, 0n);
    const tax = minor(divideRounded(BigInt(total) * rate, hundredPercent + rate));
    splitByWeight(tax, weights).forEach((share, index) => {
      const code = codes[index]!;
      const sofar = found.get(code) ?? { base: 0 as Minor, amount: 0 as Minor };
      found.set(code, { base: sum([sofar.base, total - tax]), amount: sum([sofar.amount, share]) });
    });
  }
  return order.flatMap((code) => {
    const amounts = found.get(code);
    return amounts ? [{ code, ...amounts }] : [];
  });
}
