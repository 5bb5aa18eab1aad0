import type { Cost } from '#core/fee/fee';
import { atCost } from '#core/fee/cost';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { type Minor } from '#core/money/minor';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { services } from '#server/database/schema/business';
import { checkouts } from '#server/database/schema/places';
import { shareOfCart, toReserve } from '#core/checkout/cart';
import { hashOfToken } from '#server/links/clientLink';
import { eq } from 'drizzle-orm';

export type InCheckout = { readonly loaded: LoadedBooking; readonly current: BookingState };

export async function idsOfCheckout(db: Tx | Database, key: string): Promise<readonly string[]> {
  const [row] = await db
    .select({ bookingIds: checkouts.bookingIds })
    .from(checkouts)
    .where(eq(checkouts.hash, hashOfToken(key)));
  return row?.bookingIds ?? [];
}

/** The bookings of a checkout in the order in which every payment of several locks them; null for an unknown key. */
export async function bookingsOfCheckout(tx: Tx, key: string, now: Instant): Promise<InCheckout[] | null> {
  const ids = await idsOfCheckout(tx, key);
  if (ids.length === 0) return null;
  const found: InCheckout[] = [];
  for (const id of ids.toSorted()) {
    const loaded = (await lockBooking(tx, id))!;
    found.push({ loaded, current: bookingState(agreedOf(loaded.booking), loaded.facts, now) });
  }
  return found;
}

/** What is due at once if the owner says yes, and is reserved before: nothing where the service does not ask for it. */
export async function toReserveOf(tx: Tx, all: readonly InCheckout[], now: Instant) {
  const wanted: (InCheckout & { readonly amount: Minor })[] = [];
  for (const each of all) {
    const { booking, facts } = each.loaded;
    const amount = toReserve(each.current, agreedOf(booking), facts, now);
    if (amount === 0) continue;
    const [service] = await tx
      .select({ rules: services.booking })
      .from(services)
      .where(eq(services.id, booking.serviceId));
    if (service?.rules?.authorise) wanted.push({ ...each, amount });
  }
  return wanted;
}

/** What each booking is charged: what is due now, or everything with the discount that its terms give. */
export const shareOf = (
  { loaded: { booking }, current }: InCheckout,
  everything: boolean,
  { cost, way }: { readonly cost: Cost | null; readonly way?: 'debit' | undefined },
) => ({
  bookingId: booking.id,
  ...shareOfCart(atCost(current, cost), dealOf(booking), { everything, way }),
});
