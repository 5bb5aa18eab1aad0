import type { MoveUnit } from '#contracts/places/places';
import { ok, refuse, type Result } from '#core/result';
import { PlaceTaken, type PlaceRefusal, withPlaces } from '#server/bookings/takePlaces';
import { occupancies, places } from '#server/database/schema/places';
import type { Deps } from '#server/deps';
import { and, eq, gt, lt, ne } from 'drizzle-orm';

type Refused = { readonly code: 'place_not_found' } | PlaceRefusal;

/**
 * Puts a booking on another unit of a place that it takes one unit of: no money moves by it, and no day. Refused where
 * that unit is used in its time.
 */
export const moveUnit =
  ({ db }: Deps) =>
  ({ bookingId, placeId, unit }: MoveUnit): Promise<Result<{ from: number }, Refused>> =>
    withPlaces(() =>
      db.transaction(async (tx): Promise<Result<{ from: number }, Refused>> => {
        const [place] = await tx.select().from(places).where(eq(places.id, placeId)).for('update');
        const uses = await tx
          .select()
          .from(occupancies)
          .where(and(eq(occupancies.placeId, placeId), eq(occupancies.bookingId, bookingId)));
        const [use] = uses;
        if (!place || !use || uses.length > 1 || unit > place.units) return refuse({ code: 'place_not_found' });
        if (use.unit === unit) return ok({ from: unit });
        const there = and(
          eq(occupancies.placeId, placeId),
          eq(occupancies.unit, unit),
          ne(occupancies.id, use.id),
          lt(occupancies.fromSecond, use.toSecond),
          gt(occupancies.toSecond, use.fromSecond),
        );
        if ((await tx.$count(occupancies, there)) > 0) throw new PlaceTaken();
        await tx.update(occupancies).set({ unit }).where(eq(occupancies.id, use.id));
        return ok({ from: use.unit });
      }),
    );
