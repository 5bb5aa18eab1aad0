import { coveredBy } from '#server/queries/bookings/coveredBy';
import type { Instant } from '#core/calendar/instant';
import type {
  CalendarBlock,
  CalendarDateLine,
  CalendarEntry,
  CalendarPlace,
  CalendarView,
  Lane,
  LaneMark,
  LanesView,
  TimeQuery,
} from '#contracts/timeViews';
import { spansOn } from '#core/availability/hours';
import { addDays, type PlainDate } from '#core/calendar/days';
import { instantOfSeconds } from '#core/calendar/instant';
import { type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, secondsOfWall, wallOfInstant } from '#core/calendar/zoned';
import { type Database, rowsOf } from '#server/database/database';
import { bookings, covers, dueParts, facts, summaries } from '#server/database/schema/bookings';
import { narrowedBy, stageCounts } from '#server/queries/bookings/narrowing';
import { business, services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { and, asc, eq, gt, gte, inArray, isNull, lt, lte, ne, sql } from 'drizzle-orm';

/** The most bookings that one look draws: whoever has more of them on those days looks at fewer days, or at some of them. */
const mostDrawn = 1000;

/** The longest span that one look covers. */
const mostDays = 420;
const midnight = '00:00' as TimeOfDay;

const within = ({ from, to, ...narrowed }: TimeQuery): TimeQuery => ({
  ...narrowed,
  from,
  to: to > addDays(from, mostDays) ? addDays(from, mostDays) : to,
});

/** What no longer takes a place is left out, but where just that is asked for. */
const takesPlace = (stage: TimeQuery['stage']) =>
  stage === 'cancelled' || stage === 'lapsed' ? undefined : sql`${summaries.stage} not in ('cancelled', 'lapsed')`;

/** Bookings that touch the days, narrowed as asked. */
const booked = (db: Database, { from, to, ...narrowed }: TimeQuery) =>
  db
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
    .from(summaries)
    .innerJoin(bookings, eq(bookings.id, summaries.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .innerJoin(services, eq(services.id, bookings.serviceId))
    .where(
      and(
        lt(bookings.startsAt, wallTime(addDays(to, 1), midnight)),
        gte(bookings.endsAt, wallTime(from, midnight)),
        takesPlace(narrowed.stage),
        narrowedBy(narrowed),
      ),
    )
    .orderBy(asc(summaries.startAt), asc(bookings.number))
    .limit(mostDrawn + 1);

/** What is on the calendar: bookings with whom they take, dates with their seats, places kept for something else. */
export async function calendarView(db: Database, query: TimeQuery): Promise<CalendarView> {
  const looked = within(query);
  const { from, to } = looked;
  const [owner] = await db.select().from(business);
  const { timeZone, hours } = owner!;
  const found = await booked(db, looked);
  const rows = found.slice(0, mostDrawn);
  const names = await placesOf(
    db,
    rows.map(({ id }) => id),
  );
  const begin = secondsOfWall(wallTime(from, midnight), timeZone);
  const end = secondsOfWall(wallTime(addDays(to, 1), midnight), timeZone);
  const wall = (second: number): WallTime => wallOfInstant(instantOfSeconds(second), timeZone);
  const kept = await db
    .select({
      id: occupancies.id,
      place: places.name,
      note: occupancies.note,
      from: occupancies.fromSecond,
      to: occupancies.toSecond,
    })
    .from(occupancies)
    .innerJoin(places, eq(places.id, occupancies.placeId))
    .where(and(isNull(occupancies.bookingId), lt(occupancies.fromSecond, end), gt(occupancies.toSecond, begin)));
  const closed: { date: PlainDate; note: string }[] = [];
  for (let date = from; date <= to; date = addDays(date, 1)) {
    if (spansOn(hours, date).length > 0) continue;
    const other = hours.days.findLast((days) => days.from <= date && date <= days.to);
    closed.push({ date, note: other?.note ?? '' });
  }
  return {
    ...looked,
    more: found.length > mostDrawn,
    counts: await stageCounts(db, looked.search),
    closed,
    entries: rows.map(({ startAt: _startAt, endAt: _endAt, ...row }): CalendarEntry => ({
      ...row,
      places: names.get(row.id) ?? [],
    })),
    dates: await datesBetween(db, { from, to }),
    ...(await inUse(db, { begin, end, wall })),
    blocks: kept.map(({ id, place, note, from: first, to: last }): CalendarBlock => ({
      id,
      place,
      note,
      start: wall(first),
      end: wall(last),
    })),
  };
}

async function placesOf(db: Database, ids: readonly string[]): Promise<Map<string, string[]>> {
  const names = new Map<string, string[]>();
  if (ids.length === 0) return names;
  const rows = await db
    .selectDistinct({ bookingId: occupancies.bookingId, name: places.name })
    .from(occupancies)
    .innerJoin(places, eq(places.id, occupancies.placeId))
    .where(and(inArray(occupancies.bookingId, [...ids]), sql`${places.kind} <> 'seats'`));
  for (const { bookingId, name } of rows) names.set(bookingId!, [...(names.get(bookingId!) ?? []), name]);
  return names;
}

/** Places that can be booked, and which of their units are in use when. */
async function inUse(
  db: Database,
  { begin, end, wall }: { begin: number; end: number; wall: (second: number) => WallTime },
): Promise<Pick<CalendarView, 'places' | 'uses'>> {
  const rows = await db
    .select({ id: places.id, name: places.name, kind: places.kind, units: places.units })
    .from(places)
    .where(and(ne(places.kind, 'seats'), eq(places.retired, false)))
    .orderBy(asc(places.position), asc(places.name));
  const uses = await db
    .select({
      placeId: occupancies.placeId,
      unit: occupancies.unit,
      bookingId: occupancies.bookingId,
      from: occupancies.fromSecond,
      to: occupancies.toSecond,
      note: occupancies.note,
    })
    .from(occupancies)
    .innerJoin(places, eq(places.id, occupancies.placeId))
    .where(and(ne(places.kind, 'seats'), lt(occupancies.fromSecond, end), gt(occupancies.toSecond, begin)))
    .orderBy(asc(occupancies.fromSecond), asc(occupancies.unit));
  return {
    places: rows as CalendarPlace[],
    uses: uses.map(({ from, to, ...use }) => ({ ...use, start: wall(from), end: wall(to) })),
  };
}

async function datesBetween(db: Database, { from, to }: Pick<TimeQuery, 'from' | 'to'>): Promise<CalendarDateLine[]> {
  return db
    .select({
      id: eventDates.id,
      service: services.name,
      start: eventDates.startsAt,
      end: eventDates.endsAt,
      seats: places.units,
      taken: sql<number>`(select count(*) from ${occupancies} where ${occupancies.placeId} = ${places.id})`.mapWith(
        Number,
      ),
    })
    .from(eventDates)
    .innerJoin(services, eq(services.id, eventDates.serviceId))
    .innerJoin(places, eq(places.id, eventDates.placeId))
    .where(
      and(
        eq(eventDates.calledOff, false),
        gte(eventDates.startsAt, wallTime(from, midnight)),
        lt(eventDates.startsAt, wallTime(addDays(to, 1), midnight)),
      ),
    )
    .orderBy(asc(eventDates.startsAt));
}

/** Bookings over time, each with its payments, what is still due, and the cover of its hold. */
export async function lanesView(db: Database, query: TimeQuery, now: Instant): Promise<LanesView> {
  const looked = within(query);
  const { from, to } = looked;
  const [owner] = await db.select().from(business);
  const found = await booked(db, looked);
  const rows = found.slice(0, mostDrawn);
  const ids = rows.map(({ id }) => id);
  const begin = instantOfWall(wallTime(from, midnight), owner!.timeZone);
  const end = instantOfWall(wallTime(addDays(to, 1), midnight), owner!.timeZone);
  const due = await db
    .select()
    .from(dueParts)
    .where(and(inArray(dueParts.bookingId, ids), gte(dueParts.dueAt, begin), lte(dueParts.dueAt, end)));
  const came = await rowsOf<{ booking_id: string; at: LaneMark['at']; amount: string }>(
    db,
    sql`select ${facts.bookingId}, ${facts.at}, ${facts.fact}->>'amount' as amount from ${facts}
        where ${facts.bookingId} = any(${sql.param(ids)}) and ${facts.fact}->>'kind' = 'received'
          and ${facts.at} between ${begin} and ${end}`,
  );
  const held = await db
    .select()
    .from(covers)
    .where(and(inArray(covers.bookingId, ids), lte(covers.fromAt, end), gte(covers.untilAt, begin)));
  const been = await coveredBy(db, { ids, begin, end, now });
  const marks = new Map<string, LaneMark[]>();
  const mark = (bookingId: string, made: LaneMark): void => {
    marks.set(bookingId, [...(marks.get(bookingId) ?? []), made]);
  };
  for (const { booking_id: id, at, amount } of came)
    mark(id, { at, amount: Number(amount) as LaneMark['amount'], state: 'received' });
  for (const { bookingId, dueAt: at, left: amount, state } of due)
    mark(bookingId, { at, amount, state: state as LaneMark['state'] });
  const cover = new Map(held.map((row) => [row.bookingId, row]));
  return {
    ...looked,
    more: found.length > mostDrawn,
    counts: await stageCounts(db, looked.search),
    lanes: rows.map(({ id, dueNow: _due, late: _late, outstanding: _outstanding, strip: _strip, ...row }): Lane => {
      const own = cover.get(id);
      return {
        ...row,
        marks: marks.get(id) ?? [],
        been: been.get(id) ?? [],
        cover: own
          ? {
              amount: own.amount,
              from: own.fromAt,
              until: own.untilAt,
              gapFrom: own.gapFrom,
              inForce: own.inForce === 1,
            }
          : null,
      };
    }),
  };
}
