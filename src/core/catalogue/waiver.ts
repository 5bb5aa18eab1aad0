import type { Decimal } from '#core/money/decimal';
import { least, type Minor, minor } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import type { PriceLine } from '#core/price/price';
import type { ServiceExtra, Waiver } from '#core/catalogue/service';
import type { Terms } from '#core/terms/terms';

/** An extra that may be a waiver. */
type Waiving = Pick<ServiceExtra, 'id' | 'waiver'>;

/** The waivers among the lines of a price: extras that were chosen, by their ids. */
const waiversIn = (extras: readonly Waiving[], lines: readonly Pick<PriceLine, 'id'>[]): Waiver[] =>
  extras.flatMap(({ id, waiver }) => (waiver && lines.some((line) => line.id === id) ? [waiver] : []));

/**
 * The terms of a booking that has a damage waiver: less is held, and less can be claimed at most; never more than without it
 * (docs/rules/afterTheService.md).
 */
export function waivedTerms(
  terms: Terms,
  extras: readonly Waiving[],
  { lines, total }: { readonly lines: readonly Pick<PriceLine, 'id'>[]; readonly total: Minor },
): Terms {
  const waivers = waiversIn(extras, lines);
  if (waivers.length === 0) return terms;
  const lowest = (of: 'hold' | 'most'): Minor => waivers.map((waiver) => waiver[of]).reduce(least);
  const sumOf = (rule: { readonly percent: Decimal } | { readonly fixed: Minor }): Minor =>
    'fixed' in rule ? rule.fixed : minor(percentOf(total, rule.percent));
  const { hold, claims } = terms;
  const most = claims?.most ? least(sumOf(claims.most), lowest('most')) : lowest('most');
  return {
    ...terms,
    ...(hold ? { hold: { ...hold, amount: { fixed: least(sumOf(hold.amount), lowest('hold')) } } } : {}),
    claims: { answerDays: 0, ...claims, most: { fixed: most } },
  };
}
