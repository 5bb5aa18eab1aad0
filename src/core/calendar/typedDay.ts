import { weekdayOf } from '#core/places/hours';
import { addDays, addMonthsClamped, isPlainDate, type PlainDate } from '#core/calendar/days';
import {
  isTimeOfDay,
  isWallTime,
  type TimeOfDay,
  type WallTime,
  wallOfSeconds,
  wallSeconds,
} from '#core/calendar/wallTime';

/** How a business writes days: the order of their figures. */
export type DayOrder = 'dmy' | 'mdy' | 'ymd';

/** What a typed day is read against. */
export type DayContext = {
  readonly today: PlainDate;
  readonly order: DayOrder;
  /** What "+3d" counts from; today where nothing is said. */
  readonly from?: PlainDate | null;
};

const monthNames = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');
const dayNames = 'mon tue wed thu fri sat sun'.split(' ');
const nearby = { today: 0, tomorrow: 1, yesterday: -1 } as const;

/** The full year of one that was typed with two figures; of none, the first that has the day on or after today. */
function yearOf(typed: string | undefined, rest: string, today: PlainDate): PlainDate | null {
  const made = (year: number): PlainDate | null => {
    const date = `${String(year).padStart(4, '0')}-${rest}`;
    return isPlainDate(date) ? date : null;
  };
  if (typed !== undefined) return made(typed.length === 4 ? Number(typed) : 2000 + Number(typed));
  const thisYear = Number(today.slice(0, 4));
  // A 29 February waits for its year.
  for (let year = thisYear; year <= thisYear + 8; year++) {
    const date = made(year);
    if (date && date >= today) return date;
  }
  return null;
}

const two = (figure: string): string => figure.padStart(2, '0');

function ofFigures(figures: readonly string[], { today, order }: DayContext): PlainDate | null {
  const [first, second, third] = figures;
  if (first === undefined) return null;
  if (second === undefined) {
    // A day alone: of this month, or of the next that has it.
    const day = Number(first);
    if (first.length > 2 || day < 1 || day > 31) return null;
    for (let months = 0; months <= 12; months++) {
      const month = addMonthsClamped(`${today.slice(0, 7)}-01` as PlainDate, months).slice(0, 7);
      const date = `${month}-${two(first)}`;
      if (isPlainDate(date) && date >= today) return date;
    }
    return null;
  }
  if (first.length === 4) return third === undefined ? null : yearOf(first, `${two(second)}-${two(third)}`, today);
  if (order === 'ymd' && third !== undefined) return yearOf(first, `${two(second)}-${two(third)}`, today);
  const [day, month] = order === 'dmy' ? [first, second] : [second, first];
  return yearOf(third, `${two(month)}-${two(day)}`, today);
}

/** Figures that were typed without anything between them: 1806, 180627, 18062027. */
function cut(figures: string, order: DayOrder): string[] {
  if (figures.length === 4) return [figures.slice(0, 2), figures.slice(2)];
  if (figures.length === 6) return [figures.slice(0, 2), figures.slice(2, 4), figures.slice(4)];
  if (figures.length !== 8) return [figures];
  return order === 'ymd'
    ? [figures.slice(0, 4), figures.slice(4, 6), figures.slice(6)]
    : [figures.slice(0, 2), figures.slice(2, 4), figures.slice(4)];
}

/**
 * The day that somebody typed: `18 6`, `18.6.27`, `18 jun`, `1806`, `fri`, `tomorrow`, `+3d`, `+2w`, `+1m`, or as it is
 * written by us, `Fri 18 Jun 2027`. Null where it is none; a year that was left out is the first that is not over.
 */
export function readDay(text: string, about: DayContext): PlainDate | null {
  const { today, order } = about;
  const typed = text.trim().toLowerCase();
  if (isPlainDate(typed)) return typed;
  if (Object.hasOwn(nearby, typed)) return addDays(today, nearby[typed as keyof typeof nearby]);
  const step = /^([+-])\s*(\d{1,4})\s*([dwm]?)\w*$/.exec(typed);
  if (step) {
    const count = Number(step[2]) * (step[1] === '-' ? -1 : 1);
    const from = about.from ?? today;
    return step[3] === 'm' ? addMonthsClamped(from, count) : addDays(from, count * (step[3] === 'w' ? 7 : 1));
  }
  const words = typed.match(/\p{L}+|\d+/gu) ?? [];
  const weekday = words.find((word) => dayNames.includes(word.slice(0, 3)) && word.length >= 2);
  const month = words.find((word) => word !== weekday && monthNames.includes(word.slice(0, 3)));
  const figures = words.filter((word) => /^\d+$/.test(word));
  if (
    words.some((word) => /\p{L}/u.test(word) && word !== weekday && word !== month && !/^(st|nd|rd|th|of)$/.test(word))
  )
    return null;
  if (figures.some((each) => each.length > 8)) return null;
  if (month !== undefined) {
    const [one, other] = figures;
    if (one === undefined || figures.length > 2) return null;
    const [day, year] = one.length === 4 ? [other, one] : [one, other];
    const named = String(monthNames.indexOf(month.slice(0, 3)) + 1);
    return day === undefined ? null : yearOf(year, `${two(named)}-${two(day)}`, today);
  }
  if (figures.length === 0)
    return weekday === undefined
      ? null
      : addDays(today, (dayNames.indexOf(weekday.slice(0, 3)) - weekdayOf(today) + 7) % 7);
  return figures.length > 3 ? null : ofFigures(figures.length === 1 ? cut(figures[0]!, order) : figures, about);
}

/** The time of day that somebody typed: `18:30`, `1830`, `18.30`, `18h30`, `7`, `7pm`, `noon`, `midnight`. */
export function readTime(text: string): TimeOfDay | null {
  const typed = text.trim().toLowerCase();
  if (typed === 'noon') return '12:00' as TimeOfDay;
  if (typed === 'midnight') return '00:00' as TimeOfDay;
  const read = /^(\d{1,2})(?:[:.h\s]?(\d{2}))?\s*h?\s*([ap])?\.?m?\.?$/.exec(typed);
  if (!read) return null;
  const [, hours, minutes = '00', half] = read;
  if (half && (Number(hours) < 1 || Number(hours) > 12)) return null;
  const hour = half ? (Number(hours) % 12) + (half === 'p' ? 12 : 0) : Number(hours);
  const time = `${two(String(hour))}:${minutes}`;
  return isTimeOfDay(time) ? time : null;
}

/** A day and, behind it, a time that cannot be taken for a part of the day: `18 6 18:30`, `fri, 7pm`, `2027-06-18T18:30`. */
export function readDayAndTime(text: string, about: DayContext): { day: PlainDate | null; time: TimeOfDay | null } {
  const typed = text.trim();
  if (isWallTime(typed)) return { day: typed.slice(0, 10) as PlainDate, time: typed.slice(11) as TimeOfDay };
  const timed = /^(.*?\S)[\s,]+(?:at\s+)?(\d{1,2}[:h]\d{2}|\d{1,2}(?::\d{2})?\s*[ap]\.?m\.?|noon|midnight)$/i.exec(
    typed,
  );
  const time = timed ? readTime(timed[2]!) : null;
  return time ? { day: readDay(timed![1]!, about), time } : { day: readDay(typed, about), time: null };
}

/** A wall time of what stands in two fields; as far as it goes where one of them is empty or is not read. */
export const halfWall = (day: string, time: string): string => (day === '' && time === '' ? '' : `${day}T${time}`);

/** The two halves of a wall time that may be half written. */
export function halvesOf(value: string): { day: string; time: string } {
  const at = value.lastIndexOf('T');
  return at < 0 ? { day: value, time: '' } : { day: value.slice(0, at), time: value.slice(at + 1) };
}

/** What is still missing of a wall time that is half written; null where it is whole, or nothing is written at all. */
export function missingOf(value: string): 'day' | 'time' | null {
  if (value === '' || isWallTime(value)) return null;
  const { day } = halvesOf(value);
  return isPlainDate(day) ? 'time' : 'day';
}

/** An end that follows its start to another time, as long after it as before; null where one of them is not whole. */
export function endAfter(start: string, end: string, to: string): WallTime | null {
  if (!isWallTime(start) || !isWallTime(end) || !isWallTime(to) || end < start) return null;
  return wallOfSeconds(wallSeconds(to) + wallSeconds(end) - wallSeconds(start));
}

/** The day of a wall time, as soon as that much of it is written. */
export function dayOfWall(value: string): PlainDate | null {
  const { day } = halvesOf(value);
  return isPlainDate(day) ? day : null;
}
