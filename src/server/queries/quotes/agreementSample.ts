import type { AgreementSample } from '#contracts/quotes/views';
import { instantOfWall } from '#core/calendar/zoned';
import { agreedOf } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { desc, eq } from 'drizzle-orm';

/** What a booking says in an agreement; the newest one without a number, null where there is none. */
export async function agreementSample(db: Database, number = ''): Promise<AgreementSample | null> {
  const [row] = await db
    .select({ booking: bookings, client: clients })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(number === '' ? undefined : eq(bookings.number, number))
    .orderBy(desc(bookings.number))
    .limit(1);
  if (!row) return null;
  const { booking, client } = row;
  const agreed = agreedOf(booking);
  return {
    number: booking.number,
    title: booking.title,
    clientName: client.name,
    clientEmail: client.email,
    agreed,
    agreedAt: instantOfWall(agreed.agreed, agreed.timeZone),
  };
}
