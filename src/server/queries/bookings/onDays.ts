import type { TimeQuery } from '#contracts/places/timeViews';
import { mostCounted } from '#contracts/bookings/views';
import { addDays, type PlainDate } from '#core/calendar/days';
import { type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { countedTo, manyKnown } from '#server/queries/bookings/manyKnown';
import { narrowedBy } from '#server/queries/bookings/narrowing';
import { and, asc, count, eq, gte, lt, sql } from 'drizzle-orm';

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

/**
 * What touches the days, narrowed as asked: found by these, and then what is said of each is looked at by its key. Left to
 * choose, a server reads all that was ever said of any.
 */
function touching(db: Database, query: TimeQuery) {
  const own = db
    .select({ stage: summaries.stage })
    .from(summaries)
    .where(and(eq(summaries.bookingId, bookings.id), takesPlace(query.stage), narrowedBy(query)))
    .limit(1)
    .as('own');
  const { from, to } = query;
  return { own, where: and(lt(bookings.startsAt, dayBegins(addDays(to, 1))), gte(bookings.endsAt, dayBegins(from))) };
}

/**
 * So many of them, by the day and hour at which they begin where they are: so the index has them, and only those that are
 * shown are looked at further. They are found before anything is read of them.
 */
export function bookedOn(db: Database, query: TimeQuery, { most, past = 0 }: { most: number; past?: number }) {
  const { own, where } = touching(db, query);
  const found = db
    .select({ id: bookings.id })
    .from(bookings)
    .innerJoinLateral(own, sql`true`)
    .where(where)
    .orderBy(asc(bookings.startsAt), asc(bookings.number))
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
    .orderBy(asc(bookings.startsAt), asc(bookings.number));
}

/** How many there are in all: above `mostCounted` one more than that, which stands for many. */
export async function countOn(db: Database, query: TimeQuery): Promise<number> {
  const { from, to, stage, search } = query;
  const many = manyKnown(db);
  const what = search.trim() === '' ? `${from} ${to} ${stage}` : null;
  if (what !== null && many.has(what)) return mostCounted + 1;
  const { own, where } = touching(db, query);
  const some = db
    .select({ id: bookings.id })
    .from(bookings)
    .innerJoinLateral(own, sql`true`)
    .where(where)
    .limit(what === null ? mostCounted + 1 : countedTo)
    .as('some_of_them');
  const [row] = await db.select({ count: count() }).from(some);
  return what === null ? row!.count : many.counted(what, row!.count);
}
