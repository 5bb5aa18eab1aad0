import type { Database, Tx } from '#server/database/database';
import { requestPayments } from '#server/database/schema/credit';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { and, eq, inArray, isNull } from 'drizzle-orm';

/** Whether money has gone through a live account, for a booking or without one: from then on nothing is removed any more. */
export async function liveWasUsed(db: Database | Tx): Promise<boolean> {
  const live = db.select({ id: payAccounts.id }).from(payAccounts).where(eq(payAccounts.mode, 'live'));
  const used = await db.select({ id: intents.id }).from(intents).where(inArray(intents.accountId, live)).limit(1);
  if (used.length > 0) return true;
  const paid = await db
    .select({ id: requestPayments.id })
    .from(requestPayments)
    .where(inArray(requestPayments.accountId, live))
    .limit(1);
  return paid.length > 0;
}

/** Whether real payments can be taken now. */
export async function isLive(db: Database | Tx): Promise<boolean> {
  const connected = and(eq(payAccounts.mode, 'live'), isNull(payAccounts.disconnectedAt));
  return (await db.select({ id: payAccounts.id }).from(payAccounts).where(connected).limit(1)).length > 0;
}
