import { bookingState } from '#core/bookings/bookingState';
import { agreedOf, type LoadedBooking, readBooking } from '#server/bookings/lockBooking';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { calendarFile } from '#server/formats/calendarFile';

export type CalendarDays = { readonly number: string; readonly days: string };

/** A booking's days as an iCalendar file, and its number. */
export const calendarOf = async (deps: Deps, bookingId: string): Promise<CalendarDays> =>
  calendarFor(deps, (await readBooking(deps.db, bookingId))!);

/** The same of one that was read. */
export async function calendarFor(
  { db, clock, baseUrl }: Deps,
  { booking, facts }: Pick<LoadedBooking, 'booking' | 'facts'>,
): Promise<CalendarDays> {
  const changes = facts.filter((fact) => fact.kind === 'changed').length;
  const [owner] = await db.select({ place: business.address }).from(business);
  const current = bookingState(agreedOf(booking), facts, clock.now());
  return {
    number: booking.number,
    days: calendarFile(current, booking, { url: baseUrl, changes, place: owner!.place }),
  };
}
