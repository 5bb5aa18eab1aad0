import { decimalScale, tenThousandths } from '#core/money/decimal';
import { least, type Minor, minor } from '#core/money/minor';
import { percentUpTo } from '#core/money/percentOf';
import { splitByWeight } from '#core/money/splitByWeight';
import type { AmountRule } from '#core/plan/rules';
import { ok, refuse, type Result } from '#core/result';

export type TermsDoNotAddUp = { readonly code: 'terms_do_not_add_up'; readonly left: Minor };

const addUpToHundred = (rules: readonly AmountRule[]): boolean => {
  let percentages = 0n;
  for (const rule of rules) {
    if (!('percent' in rule)) return false;
    percentages += tenThousandths(rule.percent);
  }
  return percentages === 100n * decimalScale;
};

/**
 * What each rule takes of the total, in the order of the rules: percentages and fixed sums as long as something is
 * left, then the shares; the last rule takes what rounding leaves of percentages of exactly 100
 * (docs/rules/plan.md).
 */
export function instalmentAmounts(total: Minor, rules: readonly AmountRule[]): Result<Minor[], TermsDoNotAddUp> {
  let left: number = total;
  const amounts = rules.map((rule): Minor => {
    if ('share' in rule) return 0 as Minor;
    const taken =
      'fixed' in rule ? least(rule.fixed, left as Minor) : (percentUpTo(total, rule.percent, left) as Minor);
    left -= taken;
    return taken;
  });
  if (left === 0) return ok(amounts);

  const sharing = rules.flatMap((rule, index) => ('share' in rule ? [{ index, weight: rule.share }] : []));
  if (sharing.length > 0) {
    const shares = splitByWeight(
      minor(left),
      sharing.map((rule) => rule.weight),
    );
    sharing.forEach(({ index }, position) => (amounts[index] = shares[position]!));
    return ok(amounts);
  }
  if (!addUpToHundred(rules)) return refuse({ code: 'terms_do_not_add_up', left: minor(left) });
  amounts[amounts.length - 1] = minor(amounts.at(-1)! + left);
  return ok(amounts);
}
