import type { Standing } from '#core/booking/standing';
import { secondsOf } from '#core/calendar/instant';
import type { BookingRow } from '#server/booking/lockBooking';
import type { Database } from '#server/database/database';
import { occupancies } from '#server/database/schema/places';
import { type Difference, differs } from '#server/verify/differs';
import { eq } from 'drizzle-orm';

/** A booking that is over before its time has no place any more; another one has its places for all of its time. */
export async function verifyPlaces(
  db: Database,
  { id, number, count }: BookingRow,
  { stage, startAt, endAt }: Standing,
): Promise<Difference[]> {
  const taken = await db.select().from(occupancies).where(eq(occupancies.bookingId, id));
  if (stage === 'lapsed' || stage === 'cancelled') return differs('places given back', number, taken.length, 0);
  const short = taken.filter(
    ({ fromSecond, toSecond }) => fromSecond > secondsOf(startAt) || toSecond < secondsOf(endAt),
  );
  return [
    ...differs('time of its places', number, short.length, 0),
    // Each need takes as many units as are booked.
    ...differs('units of its places', number, taken.length % count, 0),
  ];
}
