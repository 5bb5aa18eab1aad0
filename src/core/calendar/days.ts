import { OutOfRange } from '#core/outOfRange';

declare const kind: unique symbol;
/** A date of the calendar without a zone, `YYYY-MM-DD`. Sorts as text. */
export type PlainDate = string & { readonly [kind]: 'date' };

export const secondsPerDay = 86_400;

const datePattern = /^\d{4}-\d{2}-\d{2}$/;

/** Days since 1 January 1970. */
export const dayNumber = (date: PlainDate): number => Date.parse(`${date}T00:00Z`) / (secondsPerDay * 1000);

/** A Date and its text cost forty times a look at those that were asked for before. */
const dates = new Map<number, PlainDate>();

/** @throws {OutOfRange} outside the years 0000 to 9999. */
export function dateOfDay(day: number): PlainDate {
  const known = dates.get(day);
  if (known) return known;
  if (!(day >= -719_528 && day <= 2_932_896)) throw new OutOfRange('a day outside the years 0000 to 9999');
  const date = new Date(day * secondsPerDay * 1000).toISOString().slice(0, 10) as PlainDate;
  // Some bookings' years, and no more of them than that.
  if (dates.size > 9999) dates.clear();
  dates.set(day, date);
  return date;
}

/** Whether the text has exactly the form of a date and is one: 2027-02-30 is not. */
export function isPlainDate(text: string): text is PlainDate {
  if (!datePattern.test(text)) return false;
  const time = Date.parse(`${text}T00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}

export const addDays = (date: PlainDate, days: number): PlainDate => dateOfDay(dayNumber(date) + days);

/**
 * Moves by months and keeps the day of the month, or gives the last day of a month that is too short.
 * @example addMonthsClamped('2028-03-31', -1) // '2028-02-29'
 */
export function addMonthsClamped(date: PlainDate, months: number): PlainDate {
  const index = Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1 + months;
  const year = Math.floor(index / 12);
  if (!(year >= 0 && year <= 9999)) throw new OutOfRange('a day outside the years 0000 to 9999');
  const firstOf = (month: number): PlainDate =>
    `${String(Math.floor(month / 12)).padStart(4, '0')}-${String((month % 12) + 1).padStart(2, '0')}-01` as PlainDate;
  const length = index === 9999 * 12 + 11 ? 31 : dayNumber(firstOf(index + 1)) - dayNumber(firstOf(index));
  return addDays(firstOf(index), Math.min(Number(date.slice(8, 10)), length) - 1);
}
