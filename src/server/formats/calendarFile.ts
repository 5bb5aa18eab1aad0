import type { BookingState } from '#core/bookings/bookingState';
import { formatMoney } from '#core/money/formatMoney';
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

/** A calendar reminds of it a day before. */
const reminderSeconds = 24 * 3600;

type Booked = { readonly id: string; readonly number: string; readonly title: string };

/**
 * The booking and the days on which money is due, as an iCalendar file (RFC 5545). Times are in UTC: every calendar
 * shows them in its own zone, and none depends on a zone's definition being sent along. A later file of the same
 * booking has a higher sequence, so that it replaces the earlier one.
 */
export function calendarFile(
  current: BookingState,
  { id, number, title }: Booked,
  { url, changes, place = '' }: { readonly url: string; readonly changes: number; readonly place?: string },
): string {
  const { agreed, parts, startAt, endAt, asOf, ledger } = current;
  const calendar = ical({ prodId: { company: 'Ostendo', product: 'Ostendo' }, method: ICalCalendarMethod.PUBLISH });
  const host = new URL(url).hostname;
  const stamp = new Date(asOf);
  const over = ledger.cancelled !== null || ledger.lapsed;
  const event = calendar.createEvent({
    id: `${id}@${host}`,
    sequence: changes,
    stamp,
    start: new Date(startAt),
    end: new Date(endAt),
    summary: title,
    description: `Booking ${number}`,
    status: over ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    ...(place === '' ? {} : { location: place.replace(/\s*\n\s*/g, ', ') }),
  });
  if (!over) event.createAlarm({ type: ICalAlarmType.display, trigger: reminderSeconds, description: title });
  for (const part of parts) {
    if (part.due === null || part.left === 0 || part.now) continue;
    calendar.createEvent({
      id: `${id}-${part.key.replace(/[^\w-]/g, '-')}@${host}`,
      sequence: changes,
      stamp,
      start: new Date(`${part.due}T00:00:00Z`),
      allDay: true,
      summary: `${title}: ${formatMoney(part.left, agreed.currency)} ${part.name}`,
      description: part.collect === 'charge' ? `Charged to the card on file (${number})` : `To be paid (${number})`,
    });
  }
  return calendar.toString();
}
