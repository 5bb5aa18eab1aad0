import type { Database } from '#server/database/database';
import { bookings, facts } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { and, eq, inArray, or, sql } from 'drizzle-orm';

/** Of these bookings, those whose client took something along that nobody has said to be back. */
export async function stillOut(db: Database, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const said = sql`(select ${facts.fact}->>'kind' from ${facts} where ${facts.bookingId} = ${bookings.id}
    and ${facts.fact}->>'kind' in ('broughtBack', 'notBack') order by ${facts.seq} desc limit 1)`;
  const rows = await db
    .select({ id: bookings.id })
    .from(bookings)
    .leftJoin(services, eq(services.id, bookings.serviceId))
    .where(
      and(
        inArray(bookings.id, [...ids]),
        or(eq(services.kind, 'rental'), sql`${bookings.terms}->'claims'->'late' is not null`),
        sql`${said} is distinct from 'broughtBack'`,
      ),
    );
  return rows.map(({ id }) => id);
}
