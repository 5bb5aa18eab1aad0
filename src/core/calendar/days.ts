import { OutOfRange } from '#core/outOfRange';

declare const kind: unique symbol;
/** A date of the calendar without a zone, `YYYY-MM-DD`. Sorts as text. */
export type PlainDate = string & { readonly [kind]: 'date' };

export const secondsPerDay = 86_400;

const datePattern = /^\d{4}-\d{2}-\d{2}$/;

/** Days since 1 January 1970. */
export const dayNumber = (date: PlainDate): number => Date.parse(`${date}T00:00Z`) / (secondsPerDay * 1000);

/** @throws {OutOfRange} outside the years 0000 to 9999. */
export function dateOfDay(day: number): PlainDate {
  if (!(day >= -719_528 && day <= 2_932_896)) throw new OutOfRange('a day outside the years 0000 to 9999');
  // Reckoned in years that begin in March, so that the day of a leap year is the last; a Date and its text cost ten times that.
  const fromMarch = Math.floor(day) + 719_468;
  const era = Math.floor(fromMarch / 146_097);
  const dayOfEra = fromMarch - era * 146_097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36_524) - Math.floor(dayOfEra / 146_096)) / 365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  const date = dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1;
  return `${year < 1000 ? String(year).padStart(4, '0') : year}-${month < 10 ? '0' : ''}${month}-${date < 10 ? '0' : ''}${date}` as PlainDate;
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
