import type { Agreed } from '#core/bookings/agreed';
import type { PlainDate } from '#core/calendar/days';
import { type Minor, minor } from '#core/money/minor';
import { instalmentAmounts } from '#core/plan/amounts';
import { dueMoment } from '#core/plan/dueMoment';
import { anchorsOf } from '#core/plan/plan';
import type { DueRule, InstalmentRule } from '#core/plan/rules';
import type { Discount } from '#core/price/price';

/** What each rule takes of the total, in the order of the rules; nothing where they do not add up. */
export function amountsOf(rules: readonly InstalmentRule[], total: Minor): readonly Minor[] {
  const amounts = instalmentAmounts(
    total,
    rules.map((rule) => rule.amount),
  );
  return amounts.ok ? amounts.value : rules.map(() => 0 as Minor);
}

/** Every rule takes a fixed sum, except one other than `kept`, the last such, that takes the rest. */
function pinned(rules: readonly InstalmentRule[], total: Minor, kept: number): InstalmentRule[] {
  const amounts = amountsOf(rules, total);
  const rest = rules.findLastIndex((_, index) => index !== kept);
  return rules.map((rule, index) => ({
    ...rule,
    amount: index === rest ? { share: 1 } : { fixed: amounts[index]! },
  }));
}

const restOf = (rule: InstalmentRule): InstalmentRule => ({
  ...rule,
  name: `rest of the ${rule.name}`,
  amount: { share: 1 },
  due: { open: true },
});

/** Sooner, later, or without a date yet. */
export const movedTo = (rules: readonly InstalmentRule[], index: number, due: DueRule): InstalmentRule[] =>
  rules.map((rule, at) => (at === index ? { ...rule, due } : rule));

/** More or less with that part; the last of the others takes the difference, or a new one without a date. */
export function asking(
  rules: readonly InstalmentRule[],
  { index, amount, total }: { index: number; amount: Minor; total: Minor },
): InstalmentRule[] {
  const all = rules.length === 1 ? [...rules, restOf(rules[0]!)] : rules;
  return pinned(all, total, index).map((rule, at) => (at === index ? { ...rule, amount: { fixed: amount } } : rule));
}

/** The part in two: the first sum on its day, the rest of it on another. */
export function split(
  rules: readonly InstalmentRule[],
  { index, first, due, total }: { index: number; first: Minor; due: DueRule; total: Minor },
): InstalmentRule[] {
  const whole = amountsOf(rules, total)[index]!;
  const all = pinned([...rules, restOf(rules[index]!)], total, rules.length);
  const head = { ...all[index]!, amount: { fixed: first } };
  const tail = { ...restOf(rules[index]!), amount: { fixed: minor(whole - first) }, due };
  const parts = [...all.slice(0, index), head, tail, ...all.slice(index + 1, -1)];
  return pinned(parts, total, index);
}

/** A part given up before the service: off the price, and off that part alone. */
export function waived(
  rules: readonly InstalmentRule[],
  about: { index: number; amount: Minor; total: Minor; subtotal: Minor; discount: Minor },
): { rules: InstalmentRule[]; discount: Discount } {
  const { index, amount, total, subtotal, discount } = about;
  const left = minor(amountsOf(rules, total)[index]! - amount);
  const afterwards = pinned(rules, total, index).map((rule, at) =>
    at === index ? { ...rule, amount: { fixed: left } } : rule,
  );
  // With taxes on top, what comes off the lines is smaller than what comes off the total, in their proportion.
  const net =
    total === 0 ? 0n : (BigInt(amount) * BigInt(subtotal - discount) * 2n + BigInt(total)) / (2n * BigInt(total));
  return { rules: afterwards, discount: { amount: minor(BigInt(discount) + net) } };
}

/** The day on which each rule of a booking falls due; null where it has none yet. */
export const dueDaysOf = (rules: readonly InstalmentRule[], agreed: Agreed): readonly (PlainDate | null)[] => {
  const anchors = anchorsOf({ ...agreed, collectAt: agreed.terms.collectAt });
  return rules.map((rule) => dueMoment(rule.due, anchors)?.day ?? null);
};
