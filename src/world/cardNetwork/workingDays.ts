import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';

/** 1 January 1970 was a Thursday. */
const isWeekend = (date: PlainDate): boolean => [5, 6].includes((((dayNumber(date) + 3) % 7) + 7) % 7);

/** Early on the second working day (Monday to Friday, in UTC) after the payment. */
export function payOutMoment(paid: Instant): Instant {
  let day = paid.slice(0, 10) as PlainDate;
  for (let left = 2; left > 0;) {
    day = addDays(day, 1);
    if (!isWeekend(day)) left--;
  }
  return `${day}T05:00:00Z` as Instant;
}
