import { isPlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';

/** The last minute of a typed day; null of nothing. What is no day yet goes as it is, for the contract to refuse. */
export const endOfTyped = (until: string, zone: string): Instant | null =>
  until === ''
    ? null
    : isPlainDate(until)
      ? instantOfWall(wallTime(until, '23:59' as TimeOfDay), zone)
      : (until as Instant);
