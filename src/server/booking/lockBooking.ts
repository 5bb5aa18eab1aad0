import type { Recorded } from '#core/actor/actor';
import type { Fact } from '#core/booking/facts';
import type { Agreed } from '#core/booking/agreed';
import { factsOfAll } from '#server/booking/factsOf';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { eq } from 'drizzle-orm';

export type BookingRow = typeof bookings.$inferSelect;
export type ClientRow = typeof clients.$inferSelect;
export type LoadedBooking = {
  readonly booking: BookingRow;
  readonly client: ClientRow;
  readonly facts: readonly Recorded<Fact>[];
};

export const agreedOf = (booking: BookingRow): Agreed => ({
  currency: booking.currency,
  timeZone: booking.timeZone,
  agreed: booking.agreed,
  start: booking.startsAt,
  end: booking.endsAt,
  total: booking.total,
  terms: booking.terms,
});

async function load(db: Database | Tx, id: string, lock: boolean): Promise<LoadedBooking | null> {
  const query = db
    .select({ booking: bookings, client: clients })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(eq(bookings.id, id));
  const [row] = await (lock ? query.for('update', { of: bookings }) : query);
  if (!row) return null;
  // For whom its documents are: what was said of this booking, else what is known of the client.
  const client = row.booking.bill ? { ...row.client, bill: row.booking.bill } : row.client;
  return { ...row, client, facts: (await factsOfAll(db, [id])).get(id)! };
}

/** The booking with its facts; nobody else changes it until the transaction ends. */
export const lockBooking = (tx: Tx, id: string): Promise<LoadedBooking | null> => load(tx, id, true);
export const readBooking = (db: Database | Tx, id: string): Promise<LoadedBooking | null> => load(db, id, false);
