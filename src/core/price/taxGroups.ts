import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { type Minor, minor, sum } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';

export type Taxed = { readonly net: Minor; readonly codes: readonly string[] };
export type Rates = Readonly<Record<string, { readonly rate: Decimal }>>;
/** Lines that carry the same set of codes, with what is left of them without the tax within. */
export type TaxGroup = { readonly codes: readonly string[]; readonly net: Minor; readonly tax: Minor };

const hundredPercent = 100n * decimalScale;

/**
 * The lines grouped by their sets of codes, those without a code too, in the order of their first lines. Where taxes are
 * within, a group's tax is taken out of its sum at once (docs/rules/price.md, rule 4); else it has none.
 */
export function taxGroups(lines: readonly Taxed[], rates: Rates, within: boolean): TaxGroup[] {
  const order = Object.keys(rates);
  const groups = new Map<string, { readonly codes: readonly string[]; readonly nets: Minor[] }>();
  for (const line of lines) {
    const codes = order.filter((code) => line.codes.includes(code));
    const key = JSON.stringify(codes);
    const group = groups.get(key) ?? { codes, nets: [] };
    groups.set(key, group);
    group.nets.push(line.net);
  }
  return [...groups.values()].map(({ codes, nets }) => {
    const total = sum(nets);
    if (!within) return { codes, net: total, tax: minor(0) };
    const rate = codes.reduce((all, code) => all + tenThousandths(rates[code]!.rate), 0n);
    const tax = minor(divideRounded(BigInt(total) * rate, hundredPercent + rate));
    return { codes, net: minor(total - tax), tax };
  });
}
