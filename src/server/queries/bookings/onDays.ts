import type { TimeQuery } from '#contracts/timeViews';
import { mostCounted } from '#contracts/views';
import { addDays, type PlainDate } from '#core/calendar/days';
import { type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { narrowedBy } from '#server/queries/bookings/narrowing';
import { and, asc, count, eq, gte, lt, type SQL, sql } from 'drizzle-orm';

/** The longest span that one look covers. */
const mostDays = 420;

/** When a day begins. */
export const dayBegins = (date: PlainDate): WallTime => wallTime(date, '00:00' as TimeOfDay);

export const within = <Q extends TimeQuery>(query: Q): Q => {
  const last = addDays(query.from, mostDays);
  return query.to > last ? { ...query, to: last } : query;
};

/** What no longer takes a place is left out, but where just that is asked for. */
const takesPlace = (stage: TimeQuery['stage']) =>
  stage === 'cancelled' || stage === 'lapsed' ? undefined : sql`${summaries.stage} not in ('cancelled', 'lapsed')`;

/** What touches the days, narrowed as asked. */
const touches = ({ from, to, search, stage }: TimeQuery): SQL | undefined =>
  and(
    lt(bookings.startsAt, dayBegins(addDays(to, 1))),
    gte(bookings.endsAt, dayBegins(from)),
    takesPlace(stage),
    narrowedBy({ search, stage }),
  );

/**
 * When they begin, as no index has it: what touches the days is found by these and then sorted. In the order of an index
 * all of history would be walked through that is before them.
 */
const byBegin = asc(sql`${summaries.startAt} || ''`);

/** So many of them, by when they begin: they are found before anything is read of them. */
export function bookedOn(db: Database, query: TimeQuery, { most, past = 0 }: { most: number; past?: number }) {
  const found = db
    .select({ id: summaries.bookingId })
    .from(summaries)
    .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
    .where(touches(query))
    .orderBy(byBegin, asc(bookings.number))
    .limit(most)
    .offset(past)
    .as('found');
  return db
    .select({
      id: bookings.id,
      number: bookings.number,
      client: clients.name,
      title: bookings.title,
      service: services.name,
      colour: services.colour,
      stage: summaries.stage,
      currency: bookings.currency,
      start: bookings.startsAt,
      end: bookings.endsAt,
      dueNow: summaries.dueNow,
      late: summaries.late,
      outstanding: summaries.outstanding,
      strip: summaries.strip,
      startAt: summaries.startAt,
      endAt: summaries.endAt,
    })
    .from(found)
    .innerJoin(summaries, eq(summaries.bookingId, found.id))
    .innerJoin(bookings, eq(bookings.id, found.id))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .innerJoin(services, eq(services.id, bookings.serviceId))
    .orderBy(asc(summaries.startAt), asc(bookings.number));
}

/** How many there are in all, counted no further than `countSome` does. */
export async function countOn(db: Database, query: TimeQuery): Promise<number> {
  const some = db
    .select({ one: sql`1`.as('one') })
    .from(summaries)
    .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
    .where(touches(query))
    .limit(mostCounted + 1)
    .as('some_of_them');
  const [row] = await db.select({ count: count() }).from(some);
  return row!.count;
}
