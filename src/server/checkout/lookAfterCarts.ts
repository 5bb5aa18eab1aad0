import { byItself } from '#server/actor/actorNow';
import { localDate } from '#core/calendar/zoned';
import { giveBackCart, type Looked } from '#server/checkout/carts';
import { business } from '#server/database/schema/business';
import { checkouts } from '#server/database/schema/places';
import type { Deps } from '#server/deps';
import type { Limits } from '#server/rateLimits/limits';
import { makeCall } from '#server/processorCalls/makeCall';
import { writeNotice } from '#server/mail/notify/write';
import { and, eq, lt, not, sql } from 'drizzle-orm';

/** So long a page may be silent before its places are given back: a telephone sleeps, a card is looked for. */
export const silentSeconds = 300;
const atOnce = 20;

/**
 * Gives back what carts keep whose page has not said for a while that somebody is there, counts those that ended without
 * a payment, and tells the owner, once a day, where they come in numbers. @returns how many carts were looked at
 */
export const lookAfterCarts = (deps: Deps, limits: Limits, silence = silentSeconds): Promise<number> =>
  byItself(() => lookAfter(deps, limits, silence));

async function lookAfter(deps: Deps, limits: Limits, silence: number): Promise<number> {
  const { db, clock } = deps;
  const silent = await db
    .select({ id: checkouts.id })
    .from(checkouts)
    .where(and(not(checkouts.over), lt(checkouts.aliveAt, sql`now() - make_interval(secs => ${silence})`)))
    .orderBy(checkouts.aliveAt)
    .limit(atOnce);
  for (const { id } of silent) {
    const looked = await db.transaction(
      async (tx): Promise<(Looked & { networks: readonly string[] | null }) | null> => {
        const [cart] = await tx
          .select()
          .from(checkouts)
          .where(and(eq(checkouts.id, id), not(checkouts.over)))
          .for('update', { skipLocked: true });
        if (!cart) return null;
        const found = await giveBackCart(tx, deps, cart, clock.now());
        // What still waits, for a yes or for a bank, is looked at again later.
        if (found.state === 'waits')
          await tx
            .update(checkouts)
            .set({ aliveAt: sql`now()` })
            .where(eq(checkouts.id, id));
        return { ...found, networks: cart.networks };
      },
    );
    if (!looked) continue;
    for (const intent of looked.intents) await makeCall(deps, intent);
    if (looked.state === 'left') await countUnpaid(deps, limits, looked);
  }
  return silent.length;
}

async function countUnpaid(
  deps: Deps,
  limits: Limits,
  { networks, services }: Looked & { readonly networks: readonly string[] | null },
): Promise<void> {
  if (networks === null) return;
  await limits.take('unpaidHere', { networks });
  for (const service of new Set(services)) await limits.take('unpaidOfService', { subject: service });
  const { ok } = await limits.take('unpaidInAll', {});
  if (!ok) await tellOfPressure(deps);
}

async function tellOfPressure({ db, clock, newId, outbox }: Deps): Promise<void> {
  await db.transaction(async (tx) => {
    const [owner] = await tx.select({ zone: business.timeZone }).from(business);
    const now = clock.now();
    await writeNotice(tx, {
      id: newId(),
      now,
      key: `pressure:${localDate(now, owner!.zone)}`,
      path: '/set-up/booking-page',
      subject: 'Places are being kept and not paid for',
      lines: [
        'More than ten carts were begun within an hour and left without a payment. Somebody may be blocking your places.',
        'From now on the booking page wants a little work from each visitor’s device before it keeps a place. You can also stop bookings by clients until it is over; nothing that is booked is touched.',
      ],
    });
  });
  outbox.wake();
}
