import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { dateOf, timeOf, type WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { houseStyle, writtenTime } from '#core/wording/houseStyle';

const weekdays = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/** 1 January 1970 was a Thursday. */
const weekday = (date: PlainDate): string => weekdays[(((dayNumber(date) + 4) % 7) + 7) % 7]!;

/** `14 May`, `May 14` or `05-14`, as the business writes days; with its year where that is not the year of `today`. */
export function shortDate(date: PlainDate, today: PlainDate): string {
  const { order } = houseStyle();
  const year = date.slice(0, 4) === today.slice(0, 4) ? '' : date.slice(0, 4);
  if (order === 'ymd') return year ? date : date.slice(5);
  const day = String(Number(date.slice(8)));
  const month = months[Number(date.slice(5, 7)) - 1]!;
  if (order === 'mdy') return year ? `${month} ${day}, ${year}` : `${month} ${day}`;
  return year ? `${day} ${month} ${year}` : `${day} ${month}`;
}

/** With its year always, as documents have it. */
export const fullDate = (date: PlainDate): string => shortDate(date, '0001-01-01' as PlainDate);

/** `Fri 14 May`, or `Fri, May 14`. */
export const longDate = (date: PlainDate, today: PlainDate): string =>
  `${weekday(date)}${houseStyle().order === 'mdy' ? ',' : ''} ${shortDate(date, today)}`;

/** The time of a wall as the business's clocks show it: `18:30`, or `6:30 pm`. */
export const clockOf = (wall: WallTime): string => writtenTime(timeOf(wall));

export const longWall = (wall: WallTime, today: PlainDate): string =>
  `${longDate(dateOf(wall), today)}, ${clockOf(wall)}`;

/** The moment as the business's clocks have it: `Fri 14 May, 09:00`. */
export const longMoment = (at: Instant, zone: string, today: PlainDate): string =>
  longWall(wallOfInstant(at, zone), today);

/** `14 May, 09:00`: for lists, where the weekday is no help. */
export const shortMoment = (at: Instant, zone: string, today: PlainDate): string => {
  const wall = wallOfInstant(at, zone);
  return `${shortDate(dateOf(wall), today)}, ${clockOf(wall)}`;
};

/** How long something stands: the midnight after a day is the end of that day, as a person says it. */
export function longUntil(at: Instant, zone: string, today: PlainDate): string {
  const wall = wallOfInstant(at, zone);
  return timeOf(wall) === '00:00' ? `the end of ${longDate(addDays(dateOf(wall), -1), today)}` : longWall(wall, today);
}

const plural = (count: number, unit: string): string => `${count} ${unit}${count === 1 ? '' : 's'}`;

/** How far a day is: `today`, `tomorrow`, `in 3 days`, `6 weeks ago`. Weeks from 21 days on, months from 90. */
export function distance(date: PlainDate, today: PlainDate): string {
  const days = dayNumber(date) - dayNumber(today);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  const far = Math.abs(days);
  const span =
    far < 21
      ? plural(far, 'day')
      : far < 90
        ? plural(Math.round(far / 7), 'week')
        : plural(Math.round(far / 30.44), 'month');
  return days > 0 ? `in ${span}` : `${span} ago`;
}
