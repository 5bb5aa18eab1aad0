import { columnOf } from '#islands/parts/months';
import type { HorizonCover, HorizonDay } from '#contracts/bookings/views';
import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';

/** A round sum at or above the largest day: 1, 2, 2.5 or 5 times a power of ten. */
export function roundAbove(most: number): number {
  if (most <= 0) return 100;
  const power = 10 ** Math.floor(Math.log10(most));
  return power * ([1, 2, 2.5, 5, 10].find((step) => step * power >= most) ?? 10);
}

/**
 * The sum that the axis ends at. One day far above all others would flatten the rest: then the axis ends at those, and
 * the bar of that day is drawn cut, with its sum beside it.
 */
export function axisEnd(sums: readonly number[]): number {
  const [first = 0, second = 0] = [...sums].sort((a, b) => b - a);
  return roundAbove(second > 0 && first > 2.2 * second ? second : first);
}

/** What is held on each day, with the covers that end too early taken out from there. */
export function heldByDay(days: readonly HorizonDay[], covers: readonly HorizonCover[]): number[] {
  return days.map(({ date }) =>
    covers
      .filter((cover) => cover.from <= date && date <= cover.until && (cover.gapFrom === null || date < cover.gapFrom))
      .reduce((sum, cover) => sum + cover.amount, 0),
  );
}

/** First days of a week, as the business has it: the days to write under the axis. */
export const startsWeek = (date: PlainDate): boolean => columnOf(date) === 0;

const isMonday = (date: PlainDate): boolean => (((dayNumber(date) + 3) % 7) + 7) % 7 === 0;
export const isWeekend = (date: PlainDate): boolean => isMonday(addDays(date, 2)) || isMonday(addDays(date, 1));

/** Each label in the first row where it does not run into the one before it, from left to right. */
export function gapRows<T extends { readonly at: number; readonly width: number }>(
  labels: readonly T[],
): (T & { row: number })[] {
  const free: number[] = [];
  return [...labels]
    .sort((a, b) => a.at - b.at)
    .map((label) => {
      const found = free.findIndex((end) => end <= label.at);
      const row = found < 0 ? free.length : found;
      free[row] = label.at + label.width;
      return { ...label, row };
    });
}
