import type { Recorded } from '#core/people/actor';
import type { Fact } from '#core/bookings/facts';
import type { Agreed } from '#core/bookings/agreed';
import { factsOfAll, factsOfJson, factsWithin, type ToldJson } from '#server/bookings/factsOf';
import type { Database, Tx } from '#server/database/database';
import { prepared, preparedRows } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { jobsWithin, type SeenJob } from '#server/jobs/plan/planJobs';
import { asc, eq, gt, type SQL, sql } from 'drizzle-orm';

export type BookingRow = typeof bookings.$inferSelect;
export type ClientRow = typeof clients.$inferSelect;
export type LoadedBooking = {
  readonly booking: BookingRow;
  readonly client: ClientRow;
  readonly facts: readonly Recorded<Fact>[];
  /** Its errands, where they were read past its lock. */
  readonly agenda?: readonly SeenJob[];
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

const id = sql.placeholder('id');
const ids = sql.placeholder('ids');
type Follows = { readonly id: string; readonly facts: ToldJson; readonly agenda: readonly SeenJob[] };
const follows = (which: SQL): SQL =>
  sql`select ${bookings.id} as id, ${factsWithin(bookings.id)} as facts, ${jobsWithin(bookings.id)} as agenda
      from ${bookings} where ${which}`;
const followsOne = preparedRows<{ id: string }, Follows>(follows(eq(bookings.id, id)));
const followsAll = preparedRows<{ ids: readonly string[] }, Follows>(follows(sql`${bookings.id} = any(${ids})`));

/**
 * What follows these locked rows: within the statement that locks them it would be that of before whoever it waited for.
 * It is asked with it, and carried out after it.
 */
async function pastLock(locking: Promise<readonly Row[]>, following: Promise<Follows[]>): Promise<LoadedBooking[]> {
  const [rows, found] = await Promise.all([locking, following]);
  const byId = new Map(found.map((row) => [row.id, row]));
  return rows.map((row) => {
    const { facts, agenda } = byId.get(row.booking.id)!;
    return { booking: row.booking, client: clientOf(row), facts: factsOfJson(facts), agenda };
  });
}

const locked = prepared((db) => joined(db).where(eq(bookings.id, id)).for('update', { of: bookings }));
const lockedInOrder = prepared((db) =>
  joined(db)
    .where(sql`${bookings.id} = any(${ids})`)
    .orderBy(asc(bookings.id))
    .for('update', { of: bookings }),
);
const whole = prepared((db) =>
  db
    .select({ booking: bookings, client: clients, facts: factsWithin(bookings.id) })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(eq(bookings.id, id)),
);

/** The booking with its facts and its errands; nobody else changes it until the transaction ends. */
export async function lockBooking(tx: Tx, id: string): Promise<LoadedBooking | null> {
  return (await pastLock(locked(tx, { id }), followsOne(tx, { id })))[0] ?? null;
}

/** The booking with its facts as they are at one moment. */
export async function readBooking(db: Database | Tx, id: string): Promise<LoadedBooking | null> {
  const [row] = await whole(db, { id });
  return row ? { booking: row.booking, client: clientOf(row), facts: factsOfJson(row.facts) } : null;
}

/** Several at once, in the order of their ids, so that no two who lock some wait for each other. */
export async function lockBookings(tx: Tx, ids: readonly string[]): Promise<LoadedBooking[]> {
  if (ids.length === 0) return [];
  const [id, ...others] = ids;
  if (others.length === 0) return pastLock(locked(tx, { id: id! }), followsOne(tx, { id: id! }));
  return pastLock(lockedInOrder(tx, { ids }), followsAll(tx, { ids }));
}

/** The bookings that come after this number, at most so many, by number: all of them are read in pieces this way. */
export async function readBookingsAfter(db: Database | Tx, number: string, most: number): Promise<LoadedBooking[]> {
  const rows = await joined(db).where(gt(bookings.number, number)).orderBy(asc(bookings.number)).limit(most);
  const facts = await factsOfAll(
    db,
    rows.map(({ booking }) => booking.id),
  );
  return rows.map((row) => ({ booking: row.booking, client: clientOf(row), facts: facts.get(row.booking.id)! }));
}
