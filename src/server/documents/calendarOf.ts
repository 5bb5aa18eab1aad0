import { standing } from '#core/booking/standing';
import { agreedOf, readBooking } from '#server/booking/lockBooking';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { calendarFile } from '#server/formats/calendarFile';

/** A booking's days as an iCalendar file, and its number. */
export async function calendarOf(
  { db, clock, baseUrl }: Deps,
  bookingId: string,
): Promise<{ readonly number: string; readonly days: string }> {
  const { booking, facts } = (await readBooking(db, bookingId))!;
  const changes = facts.filter((fact) => fact.kind === 'changed').length;
  const [owner] = await db.select({ place: business.address }).from(business);
  const current = standing(agreedOf(booking), facts, clock.now());
  return {
    number: booking.number,
    days: calendarFile(current, booking, { url: baseUrl, changes, place: owner!.place }),
  };
}
