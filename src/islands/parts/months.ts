import { addDays, addMonthsClamped, type PlainDate } from '#core/calendar/days';
import { houseStyle } from '#core/wording/houseStyle';
import { weekdayOf } from '#core/places/hours';

export const firstOf = (date: PlainDate): PlainDate => `${date.slice(0, 7)}-01` as PlainDate;
export const monthAfter = (date: PlainDate, months: number): PlainDate => addMonthsClamped(firstOf(date), months);
export const lastOf = (date: PlainDate): PlainDate => addDays(monthAfter(date, 1), -1);

const names = 'January February March April May June July August September October November December'.split(' ');
export const monthName = (date: PlainDate): string => `${names[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;
const letters = ['S', 'M', 'T', 'W', 'T', 'F', 'S'] as const;
/** The heads of the columns, from the day on which the business's week begins. */
export const weekdayLetters = (): string[] =>
  letters.map((_, index) => letters[(index + houseStyle().weekStarts) % 7]!);
/** How many columns of its week stand before that day's. */
export const columnOf = (date: PlainDate): number => (weekdayOf(date) + 8 - houseStyle().weekStarts) % 7;

/** The days of a month in weeks as the business has them; null where a week reaches into another month. */
export function weeksOf(month: PlainDate): (PlainDate | null)[][] {
  const first = firstOf(month);
  const last = lastOf(month);
  const cells: (PlainDate | null)[] = Array.from({ length: columnOf(first) }, () => null);
  for (let date = first; date <= last; date = addDays(date, 1)) cells.push(date);
  while (cells.length % 7 !== 0) cells.push(null);
  return Array.from({ length: cells.length / 7 }, (_, week) => cells.slice(week * 7, week * 7 + 7));
}
