import { type Minor, minor } from '#core/money/minor';
import { refuse } from '#core/result';
import { fitsOnAccount } from '#core/paymentMethods/houseAccount';
import type { Database, Tx } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { and, eq, sql } from 'drizzle-orm';

/** `used` stands open on the client's house account already, of `limit`. */
export type AboveAccountLimit = {
  readonly code: 'account_limit';
  readonly limit: Minor;
  readonly used: Minor;
};

/** What stands open of the bookings that a client pays on their house account. */
export async function openOnAccount(db: Database | Tx, clientId: string, currency: string): Promise<Minor> {
  const [row] = await db
    .select({ open: sql<string>`coalesce(sum(${summaries.outstanding}), 0)` })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(and(eq(bookings.clientId, clientId), eq(bookings.currency, currency), bookings.onAccount));
  return minor(Number(row!.open));
}

/**
 * Why a sum cannot go on a client's house account; null where it can. Locks the client's row, so that two at once do not both fit.
 */
export async function refusedOnAccount(
  tx: Tx,
  about: { readonly clientId: string; readonly currency: string; readonly amount: Minor },
) {
  const { clientId, currency, amount } = about;
  const [client] = await tx.select().from(clients).where(eq(clients.id, clientId)).for('update');
  const limit = client?.accountLimit ?? null;
  if (limit === null) return null;
  const used = await openOnAccount(tx, clientId, currency);
  const above: AboveAccountLimit = { code: 'account_limit', limit, used };
  return fitsOnAccount(amount, { limit, used }) ? null : refuse(above);
}
