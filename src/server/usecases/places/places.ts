import type { AddDate, BlockPlace, CallOffDate, FreePlace, SaveHours, SavePlace } from '#contracts/places/places';
import { secondsOf } from '#core/calendar/instant';
import { instantOfWall, secondsOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import { PlaceTaken, type PlaceRefusal, withPlaces } from '#server/bookings/takePlaces';
import { business, services } from '#server/database/schema/business';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import type { Deps } from '#server/deps';
import { and, eq, gt, isNull, lt, max } from 'drizzle-orm';

type NotThere<Code extends string> = { readonly code: Code };
type UnitsInUse = { readonly code: 'units_in_use'; readonly limit: number; readonly path: 'units' };
type SeatsInUse = { readonly code: 'seats_in_use'; readonly limit: number };
type ThereAlready = { readonly code: 'date_there_already'; readonly path: 'start' };

/** Opening hours of the business and the days that differ. What is booked already stays. */
export const saveHours =
  ({ db }: Deps) =>
  async ({ hours }: SaveHours): Promise<Result<{ kept: true }, never>> => {
    await db.update(business).set({ hours });
    return ok({ kept: true });
  };

/** Makes or changes a place. Units that a coming booking uses cannot be taken away. */
export const savePlace =
  ({ db, clock }: Deps) =>
  ({
    id,
    requestKey,
    ...about
  }: SavePlace): Promise<Result<{ id: string }, NotThere<'place_not_found'> | UnitsInUse>> =>
    db.transaction(async (tx): Promise<Result<{ id: string }, NotThere<'place_not_found'> | UnitsInUse>> => {
      if (id === null) {
        const made = { id: requestKey, ...about };
        await tx.insert(places).values(made).onConflictDoNothing();
        return ok({ id: requestKey });
      }
      const [before] = await tx.select().from(places).where(eq(places.id, id)).for('update');
      if (!before || before.kind === 'seats') return refuse({ code: 'place_not_found' });
      const [used] = await tx
        .select({ unit: max(occupancies.unit) })
        .from(occupancies)
        .where(and(eq(occupancies.placeId, id), gt(occupancies.toSecond, secondsOf(clock.now()))));
      const limit = used?.unit ?? 0;
      if (about.units < limit) return refuse({ code: 'units_in_use', limit, path: 'units' });
      await tx.update(places).set(about).where(eq(places.id, id));
      return ok({ id });
    });

/** One more date of a service, with its own seats. A repeat with the same key makes one. */
export const addDate =
  ({ db }: Deps) =>
  ({
    requestKey: id,
    serviceId,
    start,
    end,
    seats,
  }: AddDate): Promise<Result<{ id: string }, NotThere<'service_not_found'> | ThereAlready>> =>
    db.transaction(async (tx): Promise<Result<{ id: string }, NotThere<'service_not_found'> | ThereAlready>> => {
      const [service] = await tx.select().from(services).where(eq(services.id, serviceId)).for('update');
      if (!service) return refuse({ code: 'service_not_found' });
      const [same] = await tx
        .select()
        .from(eventDates)
        .where(
          and(eq(eventDates.serviceId, serviceId), eq(eventDates.startsAt, start), eq(eventDates.calledOff, false)),
        );
      if (same) return same.id === id ? ok({ id }) : refuse({ code: 'date_there_already', path: 'start' });
      await tx
        .insert(places)
        .values({ id, name: `${service.name}, ${start.replace('T', ' ')}`, kind: 'seats', units: seats });
      await tx.insert(eventDates).values({ id, serviceId, placeId: id, startsAt: start, endsAt: end });
      return ok({ id });
    });

/** Takes a date off the page. One that somebody has booked is called off booking by booking first. */
export const callOffDate =
  ({ db }: Deps) =>
  ({ id }: CallOffDate): Promise<Result<null, NotThere<'date_not_found'> | SeatsInUse>> =>
    db.transaction(async (tx): Promise<Result<null, NotThere<'date_not_found'> | SeatsInUse>> => {
      const [date] = await tx.select().from(eventDates).where(eq(eventDates.id, id)).for('update');
      if (!date) return refuse({ code: 'date_not_found' });
      const taken = await tx.$count(occupancies, eq(occupancies.placeId, date.placeId));
      if (taken > 0) return refuse({ code: 'seats_in_use', limit: taken });
      await tx.update(eventDates).set({ calledOff: true }).where(eq(eventDates.id, id));
      return ok(null);
    });

/** Keeps every unit of a place for something else; refused where one is booked then. */
export const blockPlace =
  ({ db }: Deps) =>
  ({ placeId, start, end, note }: BlockPlace): Promise<Result<null, NotThere<'place_not_found'> | PlaceRefusal>> =>
    withPlaces(() =>
      db.transaction(async (tx): Promise<Result<null, NotThere<'place_not_found'> | PlaceRefusal>> => {
        const [place] = await tx.select().from(places).where(eq(places.id, placeId)).for('update');
        if (!place) return refuse({ code: 'place_not_found' });
        const [owner] = await tx.select({ zone: business.timeZone }).from(business);
        const [fromSecond, toSecond] = [secondsOfWall(start, owner!.zone), secondsOf(instantOfWall(end, owner!.zone))];
        const overlapping = and(
          eq(occupancies.placeId, placeId),
          lt(occupancies.fromSecond, toSecond),
          gt(occupancies.toSecond, fromSecond),
        );
        if ((await tx.$count(occupancies, overlapping)) > 0) throw new PlaceTaken();
        const units = Array.from({ length: place.units }, (_, index) => index + 1);
        await tx.insert(occupancies).values(units.map((unit) => ({ placeId, unit, fromSecond, toSecond, note })));
        return ok(null);
      }),
    );

export const freePlace =
  ({ db }: Deps) =>
  async ({ id }: FreePlace): Promise<Result<null, NotThere<'block_not_found'>>> => {
    const [block] = await db
      .select()
      .from(occupancies)
      .where(and(eq(occupancies.id, id), isNull(occupancies.bookingId)));
    if (!block) return refuse({ code: 'block_not_found' });
    const { placeId, fromSecond, toSecond } = block;
    const same = and(
      eq(occupancies.placeId, placeId),
      eq(occupancies.fromSecond, fromSecond),
      eq(occupancies.toSecond, toSecond),
      isNull(occupancies.bookingId),
    );
    await db.delete(occupancies).where(same);
    return ok(null);
  };
