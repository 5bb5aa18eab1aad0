import type { Recorded } from '#core/actor/actor';
import type { Fact } from '#core/booking/facts';
import type { Agreed } from '#core/booking/agreed';
import { factsOfAll, factsOfJson, factsWithin } from '#server/booking/factsOf';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { asc, eq, gt, inArray } from 'drizzle-orm';

export type BookingRow = typeof bookings.$inferSelect;
export type ClientRow = typeof clients.$inferSelect;
export type LoadedBooking = {
  readonly booking: BookingRow;
  readonly client: ClientRow;
  readonly facts: readonly Recorded<Fact>[];
};

/** Of each row that is looked at the same, so that what the core has made of it once is known (`planOf`). */
const agreements = new WeakMap<BookingRow, Agreed>();

export function agreedOf(booking: BookingRow): Agreed {
  const known = agreements.get(booking);
  if (known) return known;
  const { currency, timeZone, agreed, startsAt: start, endsAt: end, total, terms } = booking;
  const made = { currency, timeZone, agreed, start, end, total, terms };
  agreements.set(booking, made);
  return made;
}

const joined = (db: Database | Tx) =>
  db
    .select({ booking: bookings, client: clients })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId));

type Row = { readonly booking: BookingRow; readonly client: ClientRow };

/** For whom its documents are: what was said of this booking, else what is known of the client. */
const clientOf = ({ booking: { bill }, client }: Row): ClientRow => (bill ? { ...client, bill } : client);

async function withFacts(db: Database | Tx, rows: readonly Row[]): Promise<LoadedBooking[]> {
  const facts = await factsOfAll(
    db,
    rows.map(({ booking }) => booking.id),
  );
  return rows.map(({ booking, client }) => ({
    booking,
    client: clientOf({ booking, client }),
    facts: facts.get(booking.id)!,
  }));
}

/**
 * The booking with its facts; nobody else changes it until the transaction ends. Its facts are read past the lock: within
 * its statement they would be those of before whoever it waited for.
 */
export async function lockBooking(tx: Tx, id: string): Promise<LoadedBooking | null> {
  const rows = await joined(tx).where(eq(bookings.id, id)).for('update', { of: bookings });
  return (await withFacts(tx, rows))[0] ?? null;
}

/** The booking with its facts as they are at one moment. */
export async function readBooking(db: Database | Tx, id: string): Promise<LoadedBooking | null> {
  const [row] = await db
    .select({ booking: bookings, client: clients, facts: factsWithin(bookings.id) })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(eq(bookings.id, id));
  return row ? { booking: row.booking, client: clientOf(row), facts: factsOfJson(row.facts) } : null;
}

/** Several at once, in the order of their ids, so that no two who lock some wait for each other. */
export async function lockBookings(tx: Tx, ids: readonly string[]): Promise<LoadedBooking[]> {
  if (ids.length === 0) return [];
  const rows = await joined(tx)
    .where(inArray(bookings.id, [...ids]))
    .orderBy(asc(bookings.id))
    .for('update', { of: bookings });
  return withFacts(tx, rows);
}

/** The bookings that come after this number, at most so many, by number: all of them are read in pieces this way. */
export const readBookingsAfter = async (db: Database | Tx, number: string, most: number): Promise<LoadedBooking[]> =>
  withFacts(db, await joined(db).where(gt(bookings.number, number)).orderBy(asc(bookings.number)).limit(most));
