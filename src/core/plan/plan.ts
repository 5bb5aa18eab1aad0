import type { PlainDate } from '#core/calendar/days';
import { type Instant, instantOfSeconds } from '#core/calendar/instant';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import { type HoldPlan, holdPlan, type HoldRefusal } from '#core/hold/holdPlan';
import { type Minor, sum } from '#core/money/minor';
import { instalmentAmounts, type TermsDoNotAddUp } from '#core/plan/amounts';
import { type Anchors, dueMoment } from '#core/plan/dueMoment';
import type { Collect, PlanInput } from '#core/plan/rules';
import { ok, type Result } from '#core/result';

export type Instalment = {
  name: string;
  amount: Minor;
  /** Null, with its moment, where there is no date yet. */
  due: PlainDate | null;
  dueAt: Instant | null;
  /** Due at the agreement itself. */
  now: boolean;
  collect: Collect;
};
/** Three sums that add up to the total, the instalments in the order of their moments, open ones last. */
export type Plan = { instalments: Instalment[]; dueNow: Minor; later: Minor; open: Minor; hold?: HoldPlan };
export type PlanRefusal = TermsDoNotAddUp | HoldRefusal;

export const defaultCollectAt = '09:00' as TimeOfDay;

export function anchorsOf(input: Omit<PlanInput, 'currency' | 'total' | 'instalments' | 'hold'>): Anchors {
  const { timeZone, agreed, start, end } = input;
  const at = (wall: typeof agreed): number => secondsOfWall(wall, timeZone);
  const collectAt = input.collectAt ?? defaultCollectAt;
  return { timeZone, collectAt, agreed, start, end, agreedAt: at(agreed), startAt: at(start), endAt: at(end) };
}

/**
 * What the terms give for one booking: dated instalments and the hold (docs/rules/plan.md and hold.md). The amounts
 * are refused before the hold's length, and that before its margin.
 * @throws {OutOfRange} where a figure or day cannot be represented
 */
export function plan(input: PlanInput): Result<Plan, PlanRefusal> {
  const anchors = anchorsOf(input);
  const amounts = instalmentAmounts(
    input.total,
    input.instalments.map((rule) => rule.amount),
  );
  if (!amounts.ok) return amounts;

  const dated = input.instalments
    .map((rule, index) => ({ rule, amount: amounts.value[index]!, moment: dueMoment(rule.due, anchors) }))
    .filter((part) => part.amount > 0)
    .sort((a, b) => (a.moment?.at ?? Infinity) - (b.moment?.at ?? Infinity) || 0); // ∞ − ∞ is NaN; the sort is stable
  const instalments = dated.map(({ rule, amount, moment }): Instalment => ({
    name: rule.name,
    amount,
    due: moment?.day ?? null,
    dueAt: moment ? instantOfSeconds(moment.at) : null,
    now: moment?.now ?? false,
    collect: rule.collect,
  }));
  const sumOf = (wanted: (part: Instalment) => boolean): Minor =>
    sum(instalments.filter(wanted).map((part) => part.amount));
  const sums = {
    dueNow: sumOf((part) => part.now),
    later: sumOf((part) => part.due !== null && !part.now),
    open: sumOf((part) => part.due === null),
  };
  if (!input.hold) return ok({ instalments, ...sums });

  const hold = holdPlan(input.hold, input.total, anchors);
  if (!hold.ok) return hold;
  return ok(hold.value ? { instalments, ...sums, hold: hold.value } : { instalments, ...sums });
}
