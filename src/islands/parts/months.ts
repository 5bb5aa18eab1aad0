import { addDays, addMonthsClamped, type PlainDate } from '#core/calendar/days';
import { weekdayOf } from '#core/availability/hours';

export const firstOf = (date: PlainDate): PlainDate => `${date.slice(0, 7)}-01` as PlainDate;
export const monthAfter = (date: PlainDate, months: number): PlainDate => addMonthsClamped(firstOf(date), months);
export const lastOf = (date: PlainDate): PlainDate => addDays(monthAfter(date, 1), -1);

const names = 'January February March April May June July August September October November December'.split(' ');
export const monthName = (date: PlainDate): string => `${names[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;
export const weekdayLetters = ['M', 'T', 'W', 'T', 'F', 'S', 'S'] as const;

/** The days of a month in weeks that begin on Monday; null where a week reaches into another month. */
export function weeksOf(month: PlainDate): (PlainDate | null)[][] {
  const first = firstOf(month);
  const last = lastOf(month);
  const cells: (PlainDate | null)[] = Array.from({ length: weekdayOf(first) }, () => null);
  for (let date = first; date <= last; date = addDays(date, 1)) cells.push(date);
  while (cells.length % 7 !== 0) cells.push(null);
  return Array.from({ length: cells.length / 7 }, (_, week) => cells.slice(week * 7, week * 7 + 7));
}
