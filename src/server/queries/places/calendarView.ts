import type {
  CalendarBlock,
  CalendarDateLine,
  CalendarEntry,
  CalendarPlace,
  CalendarView,
  TimeQuery,
} from '#contracts/places/timeViews';
import { spansOn } from '#core/places/hours';
import { addDays, type PlainDate } from '#core/calendar/days';
import { instantOfSeconds } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { secondsOfWall, wallOfInstant } from '#core/calendar/zoned';
import type { Database } from '#server/database/database';
import { business, services } from '#server/database/schema/business';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { stageCounts } from '#server/queries/bookings/narrowing';
import { bookedOn, dayBegins, within } from '#server/queries/bookings/onDays';
import { and, asc, eq, gt, gte, inArray, isNull, lt, ne, sql } from 'drizzle-orm';

/** The most bookings that one look draws: whoever has more of them on those days looks at fewer days, or at some of them. */
const mostDrawn = 1000;

/** What is on the calendar: bookings with whom they take, dates with their seats, places kept for something else. */
export async function calendarView(db: Database, query: TimeQuery): Promise<CalendarView> {
  const looked = within(query);
  const { from, to } = looked;
  const [owner] = await db.select().from(business);
  const { timeZone, hours } = owner!;
  const found = await bookedOn(db, looked, { most: mostDrawn + 1 });
  const rows = found.slice(0, mostDrawn);
  const names = await placesOf(
    db,
    rows.map(({ id }) => id),
  );
  const begin = secondsOfWall(dayBegins(from), timeZone);
  const end = secondsOfWall(dayBegins(addDays(to, 1)), timeZone);
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
        gte(eventDates.startsAt, dayBegins(from)),
        lt(eventDates.startsAt, dayBegins(addDays(to, 1))),
      ),
    )
    .orderBy(asc(eventDates.startsAt));
}
