import type { Database, Tx } from '#server/database/database';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { eq, inArray } from 'drizzle-orm';

/** Whether money has gone through a live account: from then on nothing is removed any more. */
export async function liveWasUsed(db: Database | Tx): Promise<boolean> {
  const live = db.select({ id: payAccounts.id }).from(payAccounts).where(eq(payAccounts.mode, 'live'));
  const used = await db.select({ id: intents.id }).from(intents).where(inArray(intents.accountId, live)).limit(1);
  return used.length > 0;
}
