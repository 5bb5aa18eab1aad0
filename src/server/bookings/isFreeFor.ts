import type { WallTime } from '#core/calendar/wallTime';
import type { BookingRow } from '#server/bookings/lockBooking';
import { takePlaces } from '#server/bookings/takePlaces';
import type { Tx } from '#server/database/database';
import { services } from '#server/database/schema/business';
import { eq } from 'drizzle-orm';

class Undone extends Error {}

/** Whether its places are free at another time: taken for the look, and given back by undoing it. */
export async function isFreeFor(
  tx: Tx,
  { id: bookingId, serviceId, count, timeZone }: BookingRow,
  { start, end }: { readonly start: WallTime; readonly end: WallTime },
): Promise<boolean> {
  const [service] = await tx.select({ rules: services.booking }).from(services).where(eq(services.id, serviceId));
  const rules = service?.rules ?? null;
  let free = false;
  await tx
    .transaction(async (part) => {
      const wanted = { bookingId, serviceId, rules, start, end, count, timeZone, withinHours: false };
      free = (await takePlaces(part, wanted)).ok;
      throw new Undone();
    })
    .catch((error: unknown) => {
      if (!(error instanceof Undone)) throw error;
    });
  return free;
}
