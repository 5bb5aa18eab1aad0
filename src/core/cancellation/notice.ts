import { addDays, type PlainDate } from '#core/calendar/days';
import { type Direction, isHours, moveDate, type Offset } from '#core/calendar/offset';
import { dateOf, type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';

/** The end of the time in which something may be done. */
export type Deadline = {
  /** The last second at which it may be done: a limit in days is over at the midnight that follows its day. */
  readonly last: number;
  /** The first minute at which it may not; wall times have no seconds. */
  readonly over: number;
  /** The day that a limit in days, weeks or months lasts to the end of; null for one in hours. */
  readonly day: PlainDate | null;
  readonly met: (moment: WallTime) => boolean;
};

/**
 * An offset in hours ends exactly then, that second included. One in days, weeks or months lasts until the end of
 * that local day, as a client reads "14 days before", and no longer at the midnight itself (docs/rules/cancellation.md, rule 4).
 */
export function deadline(anchor: WallTime, timeZone: string, offset: Offset, direction: Direction): Deadline {
  if (isHours(offset)) {
    const last = secondsOfWall(anchor, timeZone) + direction * offset.hours * 3600;
    return { last, over: last + 60, day: null, met: (moment) => secondsOfWall(moment, timeZone) <= last };
  }
  const day = moveDate(dateOf(anchor), offset, direction);
  const midnight = secondsOfWall(wallTime(addDays(day, 1), '00:00' as TimeOfDay), timeZone);
  return { last: midnight - 1, over: midnight, day, met: (moment) => dateOf(moment) <= day };
}
