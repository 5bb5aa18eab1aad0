import type { ChangeView } from '#contracts/bookings/changeView';
import type { DateLine, PlaceLine, ServicesView } from '#contracts/catalogue/serviceViews';
import type { Instant } from '#core/calendar/instant';
import { factsThatCount } from '#core/bookings/factsThatCount';
import { dealOf } from '#server/bookings/dealOf';
import { readBooking } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import { addHours, instantOfSeconds, secondsOf } from '#core/calendar/instant';
import { wallOfInstant } from '#core/calendar/zoned';
import type { WallTime } from '#core/calendar/wallTime';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { agreements } from '#server/database/schema/quotes';
import { bookings, summaries } from '#server/database/schema/bookings';
import { business, services, terms, termsVersions } from '#server/database/schema/business';
import { bookingView } from '#server/queries/bookings/bookingView';
import type { Deps } from '#server/deps';
import { and, asc, eq, gt, gte, isNull, ne, sql } from 'drizzle-orm';
import { taxLines } from '#server/catalogue/taxLines';

/** Dates from a week ago on, with how many seats are taken. */
async function comingDates(db: Database, now: Instant): Promise<DateLine[]> {
  const since = addHours(now, -24 * 7).slice(0, 16) as WallTime;
  return db
    .select({
      id: eventDates.id,
      serviceId: eventDates.serviceId,
      start: eventDates.startsAt,
      end: eventDates.endsAt,
      seats: places.units,
      taken: sql<number>`(select count(*) from ${occupancies} where ${occupancies.placeId} = ${places.id})`.mapWith(
        Number,
      ),
    })
    .from(eventDates)
    .innerJoin(places, eq(places.id, eventDates.placeId))
    .where(and(eq(eventDates.calledOff, false), gte(eventDates.startsAt, since)))
    .orderBy(asc(eventDates.startsAt));
}

/** Places with the times that the owner keeps them for something else, from now on. */
async function placeLines(db: Database, now: Instant): Promise<PlaceLine[]> {
  const [owner] = await db.select({ timeZone: business.timeZone }).from(business);
  const wall = (seconds: number): WallTime => wallOfInstant(instantOfSeconds(seconds), owner!.timeZone);
  const rows = await db
    .select()
    .from(places)
    .where(ne(places.kind, 'seats'))
    .orderBy(asc(places.position), asc(places.name));
  // All units of a place are kept at once: the first stands for them.
  const kept = await db
    .select()
    .from(occupancies)
    .where(and(isNull(occupancies.bookingId), eq(occupancies.unit, 1), gt(occupancies.toSecond, secondsOf(now))))
    .orderBy(asc(occupancies.fromSecond));
  return rows.map((place) => ({
    ...place,
    blocks: kept
      .filter(({ placeId }) => placeId === place.id)
      .map(({ id, fromSecond, toSecond, note }) => ({ id, start: wall(fromSecond), end: wall(toSecond), note })),
  }));
}

export async function servicesView(db: Database, now: Instant): Promise<ServicesView> {
  const [owner] = await db.select({ hours: business.hours }).from(business);
  const all = await db.select().from(services).orderBy(asc(services.retired), asc(services.name));
  const coming = await db
    .select({ id: bookings.serviceId, count: sql<number>`count(*)`.mapWith(Number) })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(sql`${summaries.stage} not in ('closed', 'cancelled', 'lapsed')`)
    .groupBy(bookings.serviceId);
  const counts = new Map(coming.map(({ id, count }) => [id, count]));
  return {
    services: all.map((service) => ({ ...service, coming: counts.get(service.id) ?? 0 })),
    taxes: await taxLines(db),
    terms: await db.select({ id: terms.id, name: terms.name }).from(terms).orderBy(asc(terms.name)),
    agreements: await db
      .select({ id: agreements.id, name: agreements.name })
      .from(agreements)
      .orderBy(asc(agreements.name)),
    places: await placeLines(db, now),
    dates: await comingDates(db, now),
    hours: owner!.hours,
  };
}

/** A booking to be changed, with what its editor offers. */
export async function changeView(
  deps: Pick<Deps, 'db' | 'adapters'>,
  number: string,
  now: Instant,
): Promise<ChangeView | null> {
  const { db } = deps;
  const booking = await bookingView(deps, number, now);
  if (!booking) return null;
  const loaded = (await readBooking(db, booking.id))!;
  const { serviceId, termsId, termsVersion } = loaded.booking;
  const [service] = await db.select().from(services).where(eq(services.id, serviceId));
  const [version] = await db
    .select({ rules: termsVersions.rules })
    .from(termsVersions)
    .where(and(eq(termsVersions.termsId, termsId), eq(termsVersions.version, termsVersion)));
  return {
    booking,
    deal: dealOf(loaded.booking),
    counts: service?.booking?.counts ?? 'nothing',
    seen: factsThatCount(loaded.facts),
    taxes: await taxLines(db),
    service: service!,
    versionRules: version!.rules,
  };
}
