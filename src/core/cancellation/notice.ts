import { addDays } from '#core/calendar/days';
import { type Direction, isHours, moveDate, type Offset } from '#core/calendar/offset';
import { dateOf, type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';

/** The end of the time in which something may be done, and whether a moment is still within it. */
export type Deadline = { readonly seconds: number; readonly met: (moment: WallTime) => boolean };

/**
 * An offset in hours ends exactly then, that second included. One in days, weeks or months lasts until the end of
 * that local day, as a client reads "14 days before".
 */
export function deadline(anchor: WallTime, timeZone: string, offset: Offset, direction: Direction): Deadline {
  if (isHours(offset)) {
    const seconds = secondsOfWall(anchor, timeZone) + direction * offset.hours * 3600;
    return { seconds, met: (moment) => secondsOfWall(moment, timeZone) <= seconds };
  }
  const day = moveDate(dateOf(anchor), offset, direction);
  const seconds = secondsOfWall(wallTime(addDays(day, 1), '00:00' as TimeOfDay), timeZone);
  return { seconds, met: (moment) => dateOf(moment) <= day };
}
