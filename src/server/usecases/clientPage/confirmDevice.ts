import type { OnLink, UseCode } from '#contracts/clientPage/client';
import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { ok, refuse, type Result } from '#core/result';
import { bookings } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { clients, deviceCodes } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { codeLetter, deviceCode } from '#server/mail/layout/codeMail';
import { writeLetter } from '#server/mail/notify/write';
import { bookingOfLink, hashOfToken } from '#server/links/clientLink';
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import { timingSafeEqual } from 'node:crypto';
import { rememberDevice, deviceSees, maskedAddress } from '#server/devices/devices';

/** A code is good for so long, for so many tries, on the device that asked for it. */
const codeSeconds = 10 * 60;

const mostTries = 5;

/** So many are sent to one client in an hour; so many more to one that booked on the device that asks. */
const mostCodes = 12;

const mostForOwnDevice = 4;

export type CodeRefusal =
  | { readonly code: 'link_unknown' | 'link_expired' | 'code_wrong' | 'code_over' }
  | { readonly code: 'too_many_codes'; readonly until: Instant };

async function clientOfLink(deps: Deps, link: string) {
  const opened = await bookingOfLink(deps.db, link, deps.clock.now());
  if ('fault' in opened) return refuse({ code: opened.fault });
  if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
  const [row] = await deps.db
    .select({ client: clients })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(eq(bookings.id, opened.bookingId));
  return ok({ client: row!.client, bookingId: opened.bookingId });
}

/**
 * Sends a code to the client's own address: who only has a forwarded message learns nothing by asking for one, and uses
 * up nothing: codes and tries are those of the device that asks.
 */
export const sendCode =
  (deps: Deps) =>
  async ({ link, device }: OnLink & { readonly device: string }): Promise<Result<{ to: string }, CodeRefusal>> => {
    const found = await clientOfLink(deps, link);
    if (!found.ok) return found;
    const { client, bookingId } = found.value;
    const { db, clock, newId } = deps;
    const asking = hashOfToken(device);
    const isOwn = (await deviceSees(deps, device, bookingId)) !== null;
    const now = clock.now();
    const id = newId();
    const made = await db.transaction(async (tx): Promise<Result<null, CodeRefusal>> => {
      await tx.select({ id: clients.id }).from(clients).where(eq(clients.id, client.id)).for('update');
      const sent = await tx
        .select({ madeAt: deviceCodes.madeAt, device: deviceCodes.device })
        .from(deviceCodes)
        .where(and(eq(deviceCodes.clientId, client.id), gt(deviceCodes.madeAt, addHours(now, -1))))
        .orderBy(deviceCodes.madeAt);
      const counted = isOwn ? sent.filter((each) => each.device === asking) : sent;
      if (counted.length >= (isOwn ? mostForOwnDevice : mostCodes))
        return refuse({ code: 'too_many_codes', until: addHours(counted[0]!.madeAt, 1) });
      const row = {
        id,
        clientId: client.id,
        device: asking,
        hash: hashOfToken(`${id} ${deviceCode(deps, id)}`),
        madeAt: now,
      };
      await tx.insert(deviceCodes).values({ ...row, expiresAt: addSeconds(now, codeSeconds) });
      const [owner] = await tx.select({ name: business.name }).from(business);
      await writeLetter(tx, {
        id: newId(),
        codeId: id,
        cause: 'code',
        occasion: 'deviceCode',
        madeAt: now,
        recipient: client.email,
        recipientName: client.name,
        ...codeLetter(owner!.name),
      });
      return ok(null);
    });
    if (!made.ok) return made;
    deps.outbox.wake();
    return ok({ to: maskedAddress(client.email) });
  };

/** Takes a code; the right one lets this device open everything of the client from then on. */
export const useCode =
  (deps: Deps) =>
  async ({
    link,
    code,
    device,
  }: UseCode & { readonly device: string }): Promise<Result<{ state: 'confirmed' }, CodeRefusal>> => {
    const found = await clientOfLink(deps, link);
    if (!found.ok) return found;
    const { client } = found.value;
    const { db, clock } = deps;
    return db.transaction(async (tx): Promise<Result<{ state: 'confirmed' }, CodeRefusal>> => {
      const now = clock.now();
      const [row] = await tx
        .select()
        .from(deviceCodes)
        .where(
          and(
            eq(deviceCodes.clientId, client.id),
            eq(deviceCodes.device, hashOfToken(device)),
            eq(deviceCodes.used, false),
          ),
        )
        .orderBy(desc(deviceCodes.madeAt), desc(deviceCodes.id))
        .limit(1)
        .for('update');
      if (!row || row.expiresAt <= now || row.tries >= mostTries) return refuse({ code: 'code_over' });
      const right = timingSafeEqual(Buffer.from(hashOfToken(`${row.id} ${code}`)), Buffer.from(row.hash));
      await tx
        .update(deviceCodes)
        .set(right ? { used: true } : { tries: sql`${deviceCodes.tries} + 1` })
        .where(eq(deviceCodes.id, row.id));
      if (!right) return refuse({ code: row.tries + 1 >= mostTries ? 'code_over' : 'code_wrong' });
      await rememberDevice(tx, device, { clientId: client.id }, now);
      return ok({ state: 'confirmed' });
    });
  };
