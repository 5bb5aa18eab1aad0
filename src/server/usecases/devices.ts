import type { OnLink, UseCode } from '#contracts/client';
import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { ok, refuse, type Result } from '#core/result';
import type { Database, Tx } from '#server/database/open';
import { bookings } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { clientDevices, clients, deviceCodes } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { codeLetter, deviceCode } from '#server/documents/codeMail';
import { writeLetter } from '#server/outbox/write';
import { bookingOfLink, hashOfToken } from '#server/usecases/clientLink';
import { and, desc, eq, gt, or, sql } from 'drizzle-orm';
import { randomBytes, timingSafeEqual } from 'node:crypto';

/** A device is remembered this long after it was confirmed. */
const deviceHours = 24 * 180;
/** A code is good for so long, for so many tries, on the device that asked for it. */
const codeSeconds = 10 * 60;
const mostTries = 5;
/** So many are sent to one client in an hour; so many more to one that booked on the device that asks. */
const mostCodes = 12;
const mostForOwnDevice = 4;

export const newDeviceToken = (): string => randomBytes(32).toString('base64url');

/** Lets a device open what it has just booked, or, once confirmed, everything of a client. */
export async function rememberDevice(
  db: Database | Tx,
  token: string,
  may: { readonly bookingId: string } | { readonly clientId: string },
  now: Instant,
): Promise<void> {
  const expiresAt = addHours(now, deviceHours);
  await db.insert(clientDevices).values({ hash: hashOfToken(token), ...may, madeAt: now, expiresAt });
}

/** How far a device may see: only what it booked, everything of the client, or nothing. */
export async function deviceSees(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  device: string | null,
  bookingId: string,
): Promise<'client' | 'booking' | null> {
  if (!device) return null;
  const [booking] = await db.select({ clientId: bookings.clientId }).from(bookings).where(eq(bookings.id, bookingId));
  if (!booking) return null;
  const rows = await db
    .select()
    .from(clientDevices)
    .where(
      and(
        eq(clientDevices.hash, hashOfToken(device)),
        gt(clientDevices.expiresAt, clock.now()),
        or(eq(clientDevices.clientId, booking.clientId), eq(clientDevices.bookingId, bookingId)),
      ),
    );
  if (rows.length === 0) return null;
  return rows.some(({ clientId }) => clientId === booking.clientId) ? 'client' : 'booking';
}

/** `m…@example.com`: enough to know one's own address by, too little to learn another's. */
export const maskedAddress = (address: string): string => `${address[0]}…${address.slice(address.lastIndexOf('@'))}`;

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
        ...{ id: newId(), codeId: id, cause: 'code', occasion: 'deviceCode', madeAt: now },
        ...{ recipient: client.email, recipientName: client.name, ...codeLetter(owner!.name) },
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
