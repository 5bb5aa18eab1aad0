import type { Hours, OpenSpan } from '#core/places/hours';

/** Days of a week that keep the same hours; 0 is Monday. Days without hours are in no group. */
export type DayGroup = { readonly days: readonly number[]; readonly spans: readonly OpenSpan[] };
type Week = Hours['week'];

const same = (one: readonly OpenSpan[], other: readonly OpenSpan[]): boolean =>
  one.length === other.length && one.every(({ from, to }, at) => from === other[at]!.from && to === other[at]!.to);

/** The days of a week put together by their hours, in the order in which they first come. */
export function groupsOfWeek(week: Week): DayGroup[] {
  const groups: { days: number[]; spans: readonly OpenSpan[] }[] = [];
  week.forEach((spans, day) => {
    if (spans.length === 0) return;
    const group = groups.find((each) => same(each.spans, spans));
    if (group) group.days.push(day);
    else groups.push({ days: [day], spans });
  });
  return groups;
}

/** Each day's hours; of groups that name the same day the last one counts. */
export const weekOfGroups = (groups: readonly DayGroup[]): OpenSpan[][] =>
  Array.from({ length: 7 }, (_, day) => [...(groups.findLast(({ days }) => days.includes(day))?.spans ?? [])]);

/** A day put into one group, out of whichever held it; or out of that group, and so closed. */
export function dayPutInto(groups: readonly DayGroup[], at: number, day: number): DayGroup[] {
  const inside = groups[at]!.days.includes(day);
  return groups.map((group, index) => {
    const without = group.days.filter((each) => each !== day);
    return { ...group, days: index === at && !inside ? [...without, day].sort((a, b) => a - b) : without };
  });
}
