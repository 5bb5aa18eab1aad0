import { addHours, type Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clientDevices } from '#server/database/schema/clientLinks';
import type { Deps } from '#server/deps';
import { hashOfToken } from '#server/links/clientLink';
import { and, eq, gt, or } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

/** A device is remembered this long after it was confirmed. */
const deviceHours = 24 * 180;

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
