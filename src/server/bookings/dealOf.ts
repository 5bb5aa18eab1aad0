import type { Deal } from '#core/bookings/deal';
import type { BookingRow } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { sql } from 'drizzle-orm';

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

/** The row of the booking after a change. */
export const dealtAs = (booking: BookingRow, deal: Deal): BookingRow => {
  const { title, start: startsAt, end: endsAt, price, total, tax, termsVersion, terms } = deal;
  return { ...booking, title, startsAt, endsAt, price, total, tax, termsVersion, terms, count: deal.count ?? 1 };
};

/** The rows that lists read follow the newest change, and when each counts as agreed; `verify` compares them. */
export async function writeBookings(tx: Tx, rows: readonly BookingRow[]): Promise<void> {
  if (rows.length === 0) return;
  const given = rows.map(({ id, title, agreed, startsAt, endsAt, price, total, tax, termsVersion, terms, count }) => ({
    id,
    title,
    agreed,
    starts_at: startsAt,
    ends_at: endsAt,
    price,
    total,
    tax,
    terms_version: termsVersion,
    terms,
    count,
  }));
  await tx.execute(
    sql`update ${bookings} set title = n.title, agreed = n.agreed, starts_at = n.starts_at, ends_at = n.ends_at,
          price = n.price, total = n.total, tax = n.tax, terms_version = n.terms_version, terms = n.terms, count = n.count
        from jsonb_to_recordset(${JSON.stringify(given)}::jsonb) as n(id text, title text, agreed text, starts_at text,
          ends_at text, price jsonb, total bigint, tax bigint, terms_version int, terms jsonb, count int)
        where bookings.id = n.id`,
  );
}
