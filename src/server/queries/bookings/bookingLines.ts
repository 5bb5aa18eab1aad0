import { zero } from '#core/money/minor';
import type { BookingLine, BookingsQuery, BookingsView, Found } from '#contracts/views';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { and, asc, desc, eq, gt, like, type SQL, sql } from 'drizzle-orm';

export const pageSize = 50;

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
export const selectLines = (db: Database) =>
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

const containing = (text: string): SQL => like(summaries.search, `%${text.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`);

/** Every word must be found: "vala dob" finds Ines Valadar's Dobsonian. */
const searching = (search: string): SQL | undefined =>
  and(...search.trim().split(/\s+/).filter(Boolean).map(containing));

const stageFilter = (stage: BookingsQuery['stage']): SQL | undefined => {
  if (stage === 'all') return undefined;
  if (stage === 'open')
    return sql`(${summaries.stage} not in ('closed', 'cancelled', 'lapsed') or ${summaries.late} > 0)`;
  return stage === 'late' ? gt(summaries.late, zero) : eq(summaries.stage, stage);
};

export async function bookingsList(db: Database, query: BookingsQuery): Promise<BookingsView> {
  const where = and(searching(query.search), stageFilter(query.stage));
  const column = sortColumns[query.sort];
  const order = query.descending ? sql`${column} desc nulls last` : sql`${column} asc nulls last`;
  const lines = await selectLines(db)
    .where(where)
    .orderBy(order, asc(summaries.bookingId))
    .limit(pageSize)
    .offset(query.page * pageSize);
  const perStage = await db
    .select({
      stage: summaries.stage,
      count: sql<number>`count(*)`.mapWith(Number),
      late: sql<number>`count(*) filter (where ${summaries.late} > 0)`.mapWith(Number),
    })
    .from(summaries)
    .where(searching(query.search))
    .groupBy(summaries.stage);
  const counts: Record<string, number> = Object.fromEntries(perStage.map(({ stage, count }) => [stage, count]));
  counts.all = perStage.reduce((all, { count }) => all + count, 0);
  const over = perStage.filter(({ stage }) => ['closed', 'cancelled', 'lapsed'].includes(stage));
  counts.open = counts.all - over.reduce((all, { count, late }) => all + count - late, 0);
  counts.late = perStage.reduce((all, { late }) => all + late, 0);
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
