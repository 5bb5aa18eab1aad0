import { carriedOver, planOf, type KeptPlan } from '#core/bookings/keptPlan';
import { addDays, dayNumber } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { dateOf, timeOf, type WallTime, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { cancel, type Cancellation } from '#core/cancellation/cancel';
import { type Minor, minor, sum } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { type Example, exampleAgreed, paidOnTime } from '#core/terms/example';
import type { Terms } from '#core/terms/terms';
import { ok, type Result } from '#core/result';

/** Where terms surprise: each case is the example with one thing changed, computed by the rules. */
export type HardCase =
  | { readonly kind: 'dayBefore'; readonly result: Result<KeptPlan, PlanRefusal> }
  | { readonly kind: 'threeWeeks'; readonly result: Result<KeptPlan, PlanRefusal> }
  | {
      readonly kind: 'moved';
      readonly result: Result<{ before: KeptPlan; after: KeptPlan; at: Instant }, PlanRefusal>;
    }
  | { readonly kind: 'cancelled'; readonly result: Result<Cancellation & { received: Minor }, PlanRefusal> }
  | { readonly kind: 'smallTotal'; readonly total: Minor; readonly result: Result<KeptPlan, PlanRefusal> }
  | { readonly kind: 'neverDated'; readonly result: Result<{ open: Minor; names: string[] }, PlanRefusal> };

const moveDays = (wall: WallTime, days: number): WallTime => wallTime(addDays(dateOf(wall), days), timeOf(wall));

function moved(example: Example, terms: Terms): Extract<HardCase, { kind: 'moved' }>['result'] {
  const before = planOf(exampleAgreed(example, terms));
  if (!before.ok) return before;
  const later = { ...example, start: moveDays(example.start, 10), end: moveDays(example.end, 10) };
  const after = planOf(exampleAgreed(later, terms));
  if (!after.ok) return after;
  const days = dayNumber(dateOf(example.start)) - dayNumber(dateOf(example.agreed));
  const wall = moveDays(example.agreed, Math.max(0, days - 5));
  const at = instantOfWall(wall, example.timeZone);
  const change = { at, day: localDate(at, example.timeZone) };
  const instalments = carriedOver(before.value.instalments, after.value.instalments, change).map((part) => ({
    ...part,
    key: '',
  }));
  return ok({ before: before.value, after: { ...after.value, instalments }, at });
}

function cancelledTwentyDaysBefore(example: Example, terms: Terms): Extract<HardCase, { kind: 'cancelled' }>['result'] {
  const agreed = exampleAgreed(example, terms);
  const planned = planOf(agreed);
  if (!planned.ok) return planned;
  const twenty = moveDays(example.start, -20);
  const cancelled = twenty < example.agreed ? example.agreed : twenty;
  const receipts = paidOnTime({ plan: planned.value })(instantOfWall(cancelled, example.timeZone));
  const decided = cancel({ ...terms.cancellation, ...example, cancelled, by: 'client', receipts });
  return ok({ ...decided, received: sum(receipts.map((receipt) => receipt.amount)) });
}

/** A total that is half of the fixed sums, or a tenth of the example's where there are none. */
function smallTotal({ instalments }: Terms, { total }: Example): Minor {
  const fixed = sum(instalments.map(({ amount }) => ('fixed' in amount ? amount.fixed : 0)));
  return minor(Math.max(1, fixed > 0 ? (fixed - (fixed % 2)) / 2 : (total - (total % 10)) / 10));
}

export function hardCases(terms: Terms, example: Example): HardCase[] {
  const planFor = (about: Partial<Example>): Result<KeptPlan, PlanRefusal> =>
    planOf(exampleAgreed({ ...example, ...about }, terms));
  const small = smallTotal(terms, example);
  const usual = planFor({});
  const openNames = terms.instalments.filter((rule) => 'open' in rule.due).map((rule) => rule.name);
  return [
    { kind: 'dayBefore', result: planFor({ agreed: moveDays(example.start, -1) }) },
    { kind: 'threeWeeks', result: planFor({ end: moveDays(example.start, 21) }) },
    { kind: 'moved', result: moved(example, terms) },
    { kind: 'cancelled', result: cancelledTwentyDaysBefore(example, terms) },
    { kind: 'smallTotal', total: small, result: planFor({ total: small }) },
    { kind: 'neverDated', result: usual.ok ? ok({ open: usual.value.open, names: openNames }) : usual },
  ];
}
