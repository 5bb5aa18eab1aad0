import {
  type BookingLine,
  type BookingsQuery,
  type BookingsView,
  type Found,
  mostCounted,
} from '#contracts/bookings/views';
import type { Database, Tx } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { narrowedBy, searching, stageCounts } from '#server/queries/bookings/narrowing';
import { clients } from '#server/database/schema/clients';
import { asc, desc, eq, sql } from 'drizzle-orm';
import type { PgSelect } from 'drizzle-orm/pg-core';

export const pageSize = 50;
/** Further on no page is offered: what comes last comes first in the other order. */
const lastPage = Math.ceil(mostCounted / pageSize) - 1;

const columns = {
  id: bookings.id,
  number: bookings.number,
  client: clients.name,
  title: bookings.title,
  currency: bookings.currency,
  start: bookings.startsAt,
  end: bookings.endsAt,
  stage: summaries.stage,
  total: summaries.total,
  received: summaries.received,
  outstanding: summaries.outstanding,
  late: summaries.late,
  held: summaries.held,
  nextAt: summaries.nextAt,
  nextAmount: summaries.nextAmount,
  nextName: summaries.nextName,
  decideBy: summaries.decideBy,
  decisions: summaries.decisions,
  strip: summaries.strip,
};

/** Bookings with their summaries, to be narrowed and ordered. */
export const selectLines = (db: Database | Tx) =>
  db
    .select(columns)
    .from(summaries)
    .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .$dynamic();

const sortColumns = {
  start: summaries.startAt,
  next: summaries.nextAt,
  client: clients.name,
  total: summaries.total,
  outstanding: summaries.outstanding,
  number: bookings.number,
} as const;

/** Joins what bookings are sorted by, where that is not of their summaries. */
function withSorted<Q extends PgSelect>(query: Q, sort: BookingsQuery['sort']) {
  if (sort !== 'client' && sort !== 'number') return query;
  const joined = query.innerJoin(bookings, eq(bookings.id, summaries.bookingId));
  return sort === 'number' ? joined : joined.innerJoin(clients, eq(clients.id, bookings.clientId));
}

export async function bookingsList(db: Database, query: BookingsQuery): Promise<BookingsView> {
  const column = sortColumns[query.sort];
  // Only what comes next can be nothing; said of the others too, no index would be read backwards.
  const backwards = query.sort === 'next' ? sql`${column} desc nulls last` : sql`${column} desc`;
  const order = query.descending ? backwards : sql`${column} asc`;
  const bare = db.select({ id: summaries.bookingId }).from(summaries).$dynamic();
  // What a page is ordered by is read of all before it; the rest of the page's own rows alone.
  const page = withSorted(bare, query.sort)
    .where(narrowedBy(query))
    .orderBy(order, asc(summaries.bookingId))
    .limit(pageSize)
    .offset(Math.min(query.page, lastPage) * pageSize)
    .as('page');
  const lines = await selectLines(db)
    .innerJoin(page, eq(page.id, summaries.bookingId))
    .orderBy(order, asc(summaries.bookingId));
  const counts = await stageCounts(db, query.search);
  return { query, lines: lines as BookingLine[], found: counts[query.stage] ?? 0, pageSize, counts };
}

/** The few bookings that a typed text most likely means, newest first. */
export async function findBookings(db: Database, text: string, limit = 8): Promise<Found[]> {
  if (text.trim() === '') return [];
  return db
    .select({
      id: bookings.id,
      number: bookings.number,
      client: clients.name,
      title: bookings.title,
      stage: summaries.stage,
    })
    .from(summaries)
    .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(searching(text))
    .orderBy(desc(summaries.startAt))
    .limit(limit);
}
