import { addDays, addMonthsClamped, type PlainDate } from '#core/calendar/days';
import { dateOf, timeOf, type WallTime, wallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';

export type HoursOffset = { readonly hours: number };
export type DateOffset = { readonly days: number } | { readonly weeks: number } | { readonly months: number };
/** How far a moment is from another: hours are exact elapsed time, the others move the local date. Never negative. */
export type Offset = HoursOffset | DateOffset;
export type Direction = 1 | -1;

export const isHours = (offset: Offset): offset is HoursOffset => 'hours' in offset;

/** A month that is too short gives its last day. */
export function moveDate(date: PlainDate, offset: DateOffset, direction: Direction): PlainDate {
  if ('months' in offset) return addMonthsClamped(date, direction * offset.months);
  return addDays(date, direction * ('weeks' in offset ? offset.weeks * 7 : offset.days));
}

/** The second reached from a wall time: date offsets move it as written and resolve a skipped hour last. */
export function secondsAfterMove(
  wall: WallTime,
  zone: string,
  offset: Offset | undefined,
  direction: Direction,
): number {
  if (offset === undefined) return secondsOfWall(wall, zone);
  if (isHours(offset)) return secondsOfWall(wall, zone) + direction * offset.hours * 3600;
  return secondsOfWall(wallTime(moveDate(dateOf(wall), offset, direction), timeOf(wall)), zone);
}
