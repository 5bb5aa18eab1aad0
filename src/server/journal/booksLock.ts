import type { Tx } from '#server/database/database';
import { ownerAnew } from '#server/database/ownerRow';
import { sql } from 'drizzle-orm';

const name = sql`hashtext('ostendo books')`;

/**
 * Whoever books something holds this with all others who do, until the transaction ends. The business is read anew past
 * it: whoever closed a period meanwhile has done so.
 */
export async function whileOpen(tx: Tx): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock_shared(${name})`);
  ownerAnew();
}

/** Whoever closes a period or counts the till waits for those who are booking; others wait until it is done. */
export const alone = (tx: Tx): Promise<unknown> => tx.execute(sql`select pg_advisory_xact_lock(${name})`);
