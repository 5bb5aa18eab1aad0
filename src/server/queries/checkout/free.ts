import type { FreeQuery } from '#contracts/checkout/checkout';
import { type FreeDay, freeDays, freeEnds, type FreeStart } from '#core/places/freeDays';
import { freeCount, indexPlace, type PlaceIndex, type Use } from '#core/places/places';
import { outOfReach } from '#core/places/asked';
import { addDays, dayNumber, type PlainDate, secondsPerDay } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { dateOf, type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import type { Database } from '#server/database/database';
import { business, services } from '#server/database/schema/business';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { isOpenToClients, type ServiceRow } from '#server/catalogue/openServices';
import { and, asc, eq, gt, gte, inArray, lt, lte } from 'drizzle-orm';

/** The most days that one look covers. */
export const mostDays = 400;

/** The uses of some places between two moments, indexed to be asked many times. */
export async function placeIndexes(
  db: Database,
  ids: readonly string[],
  from: number,
  to: number,
): Promise<Map<string, PlaceIndex>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(places)
    .where(and(inArray(places.id, [...ids]), eq(places.retired, false)));
  const used = await db
    .select()
    .from(occupancies)
    .where(and(inArray(occupancies.placeId, [...ids]), gt(occupancies.toSecond, from), lt(occupancies.fromSecond, to)));
  const uses = new Map<string, Use[]>(rows.map(({ id }) => [id, []]));
  for (const { placeId, unit, fromSecond, toSecond } of used)
    uses.get(placeId)?.push({ unit, from: fromSecond, to: toSecond });
  return new Map(rows.map(({ id, units }) => [id, indexPlace({ id, units, uses: uses.get(id)! })]));
}

type Looked = { readonly days: readonly FreeDay[]; readonly ends: readonly FreeStart[] };

/**
 * What is free of a service from one date to another, as its clients may have it; null where it is not open to them.
 * Nothing is said of who has what is not free.
 */
export async function freeOf(db: Database, now: Instant, query: FreeQuery): Promise<Looked | null> {
  const [service] = await db.select().from(services).where(eq(services.id, query.service));
  if (!service || !isOpenToClients(service)) return null;
  const [owner] = await db.select().from(business);
  return freeBetween(db, { service, owner: owner!, now, query });
}

export async function freeBetween(
  db: Database,
  about: { service: ServiceRow; owner: typeof business.$inferSelect; now: Instant; query: FreeQuery },
): Promise<Looked> {
  const { service, owner, now, query } = about;
  const { timeZone } = owner;
  const rules = service.booking!;
  const { from, count } = query;
  const to = query.to > addDays(from, mostDays) ? addDays(from, mostDays) : query.to;
  if (rules.when.kind === 'dates')
    return { days: await freeDates(db, service, { now, timeZone, from, to, count }), ends: [] };
  const longest = rules.when.kind === 'stay' ? rules.when.most + 2 : 2;
  const begin = secondsOfWall(wallTime(addDays(from, -2), '00:00' as TimeOfDay), timeZone);
  const end = secondsOfWall(wallTime(addDays(to, longest), '00:00' as TimeOfDay), timeZone);
  const ids = rules.needs.flatMap(({ anyOf }) => anyOf);
  const indexes = await placeIndexes(db, ids, begin, end);
  const looking = {
    rules,
    hours: rules.hours ?? owner.hours,
    timeZone,
    now,
    needs: rules.needs,
    places: indexes,
    count,
  };
  return {
    days: query.start ? [] : freeDays(looking, from, to),
    ends: query.start ? freeEnds(looking, query.start) : [],
  };
}

async function freeDates(
  db: Database,
  service: ServiceRow,
  { now, timeZone, from, to, count }: { now: Instant; timeZone: string; from: PlainDate; to: PlainDate; count: number },
): Promise<FreeDay[]> {
  const rules = service.booking!;
  const dates = await db
    .select()
    .from(eventDates)
    .where(
      and(
        eq(eventDates.serviceId, service.id),
        eq(eventDates.calledOff, false),
        gte(eventDates.startsAt, wallTime(from, '00:00' as TimeOfDay)),
        lte(eventDates.startsAt, wallTime(to, '23:59' as TimeOfDay)),
      ),
    )
    .orderBy(asc(eventDates.startsAt));
  const begin = dayNumber(from) * secondsPerDay - 2 * secondsPerDay;
  const indexes = await placeIndexes(
    db,
    dates.map(({ placeId }) => placeId),
    begin,
    begin + (mostDays + 4) * secondsPerDay,
  );
  return dates
    .filter(({ startsAt }) => !outOfReach(startsAt, { rules, timeZone, now }))
    .map(({ placeId, startsAt: start, endsAt: end }) => {
      const index = indexes.get(placeId);
      const left = index ? freeCount(index, secondsOfWall(start, timeZone), secondsOfWall(end, timeZone)) : 0;
      return { date: dateOf(start), starts: left >= count ? [{ start, end, left }] : [] };
    });
}
