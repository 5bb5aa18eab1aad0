import { type Minor, minor, sum, zero } from '#core/money/minor';
import { splitByWeight } from '#core/money/splitByWeight';
import { countedLines, price, type PriceInput } from '#core/price/price';
import { type TaxGroup, taxGroups } from '#core/price/taxGroups';
import type { TaxAmount } from '#core/price/taxes';

/** What a document, or several together, show of a price's taxes. */
export type Figures = { readonly net: Minor; readonly taxes: readonly TaxAmount[] };

/** A price taken apart for its documents: its total, its own figures, and the groups that a sum is split over. */
export type Divided = { readonly total: Minor; readonly whole: Figures; readonly groups: readonly TaxGroup[] };

const netOf = (total: Minor, taxes: readonly TaxAmount[]): Minor =>
  minor(total - sum(taxes.map(({ amount }) => amount)));

/** @throws {OutOfRange} where a sum is past 2^53 − 1 */
export function divided(input: PriceInput): Divided {
  const { lines, taxes, total } = price(input);
  const codes = countedLines(input).map((line) => line.taxes ?? []);
  const taxed = lines.map(({ net }, index) => ({ net, codes: codes[index]! }));
  return {
    total,
    whole: { net: netOf(total, taxes), taxes },
    groups: taxGroups(taxed, input.taxes, input.taxMode === 'inclusive'),
  };
}

/**
 * The figures of so much of the price: split by weight over all of the taxes and then the groups at once, so that what
 * several documents show never drifts from the price (docs/rules/documents.md, rule 1).
 */
export function figuresOf({ total, whole, groups }: Divided, part: Minor): Figures {
  const { taxes } = whole;
  if (part === 0 || total === 0)
    return { net: zero, taxes: taxes.map(({ code }) => ({ code, base: zero, amount: zero })) };
  const weights = [...taxes.map(({ amount }) => amount), ...groups.map(({ net }) => net)];
  const parts = splitByWeight(part, weights);
  const nets = parts.slice(taxes.length);
  const shown = taxes.map(({ code }, index): TaxAmount => {
    const base = sum(nets.filter((_, at) => groups[at]!.codes.includes(code)));
    return { code, base, amount: parts[index]! };
  });
  return { net: sum(nets), taxes: shown };
}

/** What is new in one set of figures against another, by code; below nothing where it is less. */
export const figuresLess = (figures: Figures, before: Figures): Figures => ({
  net: minor(figures.net - before.net),
  taxes: figures.taxes.map(({ code, base, amount }, index) => ({
    code,
    base: minor(base - before.taxes[index]!.base),
    amount: minor(amount - before.taxes[index]!.amount),
  })),
});
