import { ledgerOf } from '#core/bookings/ledger';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { clientDevices } from '#server/database/schema/clientLinks';
import { eq } from 'drizzle-orm';

/**
 * Whether somebody has shown that a booking's client is who they say: the owner booked for them, they took up an offer by
 * the link that was sent to them, money came, or a device was confirmed by a code sent to their address. Until then a
 * letter brings nothing of what a stranger said of companies and people for bills.
 */
export async function isAddressConfirmed(
  db: Tx | Database,
  { booking, facts }: Pick<LoadedBooking, 'booking' | 'facts'>,
): Promise<boolean> {
  if (!facts.some(({ kind }) => kind === 'placeKept')) return true;
  if (ledgerOf(facts).receipts.length > 0) return true;
  const [device] = await db
    .select({ hash: clientDevices.hash })
    .from(clientDevices)
    .where(eq(clientDevices.clientId, booking.clientId))
    .limit(1);
  return device !== undefined;
}
