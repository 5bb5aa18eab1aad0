import { decimalScale, tenThousandths } from '#core/money/decimal';
import { minor, type Minor } from '#core/money/minor';
import { instalmentAmounts } from '#core/plan/amounts';
import type { AmountRule } from '#core/plan/rules';

/** Percentages have at most four places, so what rounding does to them repeats every so many minor units. */
const period = 100n * decimalScale;

/** Small prices are tried one by one before a large one is named. */
const tried = 20_000n;
const largest = BigInt(Number.MAX_SAFE_INTEGER);

const fails = (rules: readonly AmountRule[], total: bigint): boolean => !instalmentAmounts(minor(total), rules).ok;

const greatestDivisor = (a: bigint, b: bigint): bigint => (b === 0n ? a : greatestDivisor(b, a % b));

/**
 * A price at which the rules leave a part that none takes, or null where they add up at every price: the smallest one
 * where that is found by trying, one of the large ones where only those fail.
 *
 * A share rule takes whatever is left. Without one, the sums F and percentages P of n rules take at least
 * F + T·P − n/2 of a total T, each rounding by half a unit at most: where P is 100 % or more, a total that fails is
 * smaller than where that reaches T, and with P of exactly 100 % the roundings repeat with the period, so that either
 * way a finite number of totals decides. Where P is below 100 %, every total above (F + n/2) ÷ (1 − P) fails.
 */
export function priceThatDoesNotAddUp(rules: readonly AmountRule[]): Minor | null {
  if (rules.some((rule) => 'share' in rule)) return null;
  const count = BigInt(rules.length);
  let fixed = 0n;
  let percent = 0n;
  let divisor = period;
  for (const rule of rules) {
    if ('fixed' in rule) fixed += BigInt(rule.fixed);
    if ('percent' in rule) {
      const parts = tenThousandths(rule.percent);
      percent += parts;
      divisor = greatestDivisor(divisor, parts);
    }
  }
  if (percent === period && rules.every((rule) => 'percent' in rule)) return null;
  if (percent < period) {
    const large = ((2n * fixed + count) * period) / (2n * (period - percent)) + 1n;
    const first = firstFailing(rules, large < tried ? large : tried);
    if (first !== null || large <= tried) return first;
    const most = large < largest ? large : largest;
    return fails(rules, most) ? minor(most) : null;
  }
  const repeats = period / divisor;
  const settled = percent > period ? (count * period) / (2n * (percent - period)) + 1n : repeats;
  return firstFailing(rules, settled < repeats ? settled : repeats);
}

function firstFailing(rules: readonly AmountRule[], last: bigint): Minor | null {
  for (let total = 1n; total <= last; total++) if (fails(rules, total)) return minor(total);
  return null;
}
