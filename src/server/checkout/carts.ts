import { keptOnPage } from '#core/jobs/wantedJobs';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { giveBackPlace } from '#server/processorCalls/giveBackPlace';
import { agreedOf, type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { summaries } from '#server/database/schema/bookings';
import { checkouts } from '#server/database/schema/places';
import type { Deps } from '#server/deps';
import { shareAt } from '#server/rateLimits/network';
import { paymentUnderWay, type OpenCall } from '#server/processorCalls/openCall';
import { and, eq, not, sql } from 'drizzle-orm';

/** Who puts a cart together, as far as it is known: hashes of their device and of the networks that they are in. */
export type Visitor = { readonly device: string; readonly networks: readonly string[] };

/** What one network's carts that are neither paid nor answered may keep at a time. */
export const mostOpenCarts = 4;
export const mostOpenBookings = 12;

export type OpenCarts = { readonly carts: number; readonly bookings: number };

/** The carts whose bookings still wait for a payment or a yes, of a network or in all. */
export async function openCarts(
  db: Tx | Database,
  of: { readonly network?: string; readonly butOf?: string } = {},
): Promise<OpenCarts> {
  const [row] = await rowsOf<{ carts: number; bookings: number }>(
    db,
    sql`select count(distinct ${checkouts.id})::int as carts, count(*)::int as bookings
        from ${checkouts}, jsonb_array_elements_text(${checkouts.bookingIds}) as one(id), ${summaries}
        where not ${checkouts.over} and ${summaries.bookingId} = one.id and ${summaries.stage} in ('waiting', 'enquiry')
          ${of.network === undefined ? sql`` : sql`and ${checkouts.networks} @> array[${of.network}]::text[]`}
          ${of.butOf === undefined ? sql`` : sql`and ${checkouts.device} is distinct from ${of.butOf}`}`,
  );
  return row!;
}

/** Whether a network of the visitor, a wide one with its share, keeps as much as it may; their own device's cart is left out. */
export async function keepsEnough(tx: Tx, { device, networks }: Visitor, further: number): Promise<boolean> {
  for (const [place, network] of networks.entries()) {
    const { carts, bookings } = await openCarts(tx, { network, butOf: device });
    const share = shareAt(place);
    if (carts >= share * mostOpenCarts || bookings + further > share * mostOpenBookings) return true;
  }
  return false;
}

type InCart = { readonly loaded: LoadedBooking; readonly current: BookingState };

/** Whether somebody on the page could still pay for it, and nobody does at this moment. */
async function isLeft(tx: Tx, { loaded, current }: InCart): Promise<boolean> {
  if (current.stage !== 'waiting' || !keptOnPage(current.ledger) || current.onTheWay > 0) return false;
  return (await paymentUnderWay(tx, loaded.booking.id)) === null;
}

async function lockAll(tx: Tx, ids: readonly string[], now: Instant): Promise<InCart[]> {
  const found: InCart[] = [];
  for (const id of ids.toSorted()) {
    const loaded = (await lockBooking(tx, id))!;
    found.push({ loaded, current: bookingState(agreedOf(loaded.booking), loaded.facts, now) });
  }
  return found;
}

/** How a cart was found, and what is to be carried out after the commit. */
export type Looked = {
  readonly state: 'waits' | 'over' | 'left';
  readonly services: readonly string[];
  readonly intents: readonly OpenCall[];
};

/** Gives back what a cart keeps for a payment that nobody is there to make. */
export async function giveBackCart(
  tx: Tx,
  deps: Deps,
  cart: typeof checkouts.$inferSelect,
  now: Instant,
): Promise<Looked> {
  const all = await lockAll(tx, cart.bookingIds, now);
  const intents: OpenCall[] = [];
  const left: InCart[] = [];
  let waits = false;
  for (const each of all) {
    if (await isLeft(tx, each)) left.push(each);
    else if (each.current.stage === 'waiting' || each.current.stage === 'enquiry') waits = true;
  }
  // One of its bookings is being paid: the others belong to that payment.
  if (!waits)
    for (const { loaded, current } of left)
      intents.push(...(await giveBackPlace(tx, deps, { loaded, bookingState: current, now })));
  const ran = all.some(({ current }) => current.stage === 'lapsed');
  if (!waits) await tx.update(checkouts).set({ over: true }).where(eq(checkouts.id, cart.id));
  const services = all.map(({ loaded }) => loaded.booking.serviceId);
  return { state: waits ? 'waits' : left.length > 0 || ran ? 'left' : 'over', services, intents };
}

/** The carts of a device that are not over: a second one gives the first back. */
export const cartsOfDevice = (tx: Tx, device: string): Promise<(typeof checkouts.$inferSelect)[]> =>
  tx
    .select()
    .from(checkouts)
    .where(and(eq(checkouts.device, device), not(checkouts.over)))
    .orderBy(checkouts.id);
