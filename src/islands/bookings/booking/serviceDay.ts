import type { BookingState } from '#core/bookings/bookingState';
import { dayNumber } from '#core/calendar/days';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { distance } from '#core/wording/days';
import { stageWords } from '#islands/format/stageWords';

/** The stage with how far it is: `In service, day 12 of 21`, `Secured, begins in 8 days`. */
export function serviceDay({ stage, agreed, asOf }: Pick<BookingState, 'stage' | 'agreed' | 'asOf'>): string {
  const today = localDate(asOf, agreed.timeZone);
  const start = dateOf(agreed.start);
  if (stage === 'inService') {
    const days = dayNumber(dateOf(agreed.end)) - dayNumber(start);
    const day = Math.min(dayNumber(today) - dayNumber(start) + 1, days);
    return days > 0 ? `In service, day ${day} of ${days}` : 'In service';
  }
  if (stage === 'secured' || stage === 'waiting' || stage === 'enquiry')
    return `${stageWords[stage]}, begins ${distance(start, today)}`;
  if (stage === 'toCloseOut') return `To close out, ended ${distance(dateOf(agreed.end), today)}`;
  return stageWords[stage];
}
