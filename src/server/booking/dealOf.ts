import type { WallTime } from '#core/calendar/wallTime';
import type { Deal } from '#core/booking/deal';
import type { BookingRow } from '#server/booking/lockBooking';
import type { Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { eq } from 'drizzle-orm';

/** What a change can change of the booking, as it is now. */
export const dealOf = (booking: BookingRow): Deal => ({
  title: booking.title,
  start: booking.startsAt,
  end: booking.endsAt,
  price: booking.price,
  total: booking.total,
  tax: booking.tax,
  termsVersion: booking.termsVersion,
  terms: booking.terms,
  ...(booking.count > 1 ? { count: booking.count } : {}),
});

/** The row that lists read follows the newest change; `verify` compares the two. */
export async function writeDeal(tx: Tx, bookingId: string, deal: Deal): Promise<BookingRow> {
  const { title, start: startsAt, end: endsAt, price, total, tax, termsVersion, terms } = deal;
  const [row] = await tx
    .update(bookings)
    .set({ title, startsAt, endsAt, price, total, tax, termsVersion, terms, count: deal.count ?? 1 })
    .where(eq(bookings.id, bookingId))
    .returning();
  return row!;
}

/** A request counts as agreed from its yes on. */
export async function writeAgreed(tx: Tx, bookingId: string, agreed: WallTime): Promise<BookingRow> {
  const [row] = await tx.update(bookings).set({ agreed }).where(eq(bookings.id, bookingId)).returning();
  return row!;
}
