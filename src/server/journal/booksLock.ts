import type { Tx } from '#server/database/database';
import { ownerAnew } from '#server/database/ownerRow';
import { preparedRows } from '#server/database/prepared';
import { sql } from 'drizzle-orm';

const name = sql`hashtext('ostendo books')`;

const hold = preparedRows<Record<never, never>, unknown>(sql`select pg_advisory_xact_lock_shared(${name})`);

/**
 * Whoever books something holds this with all others who do, until the transaction ends. The business is read anew past
 * it, also by whoever asks for it before this has its answer: whoever closed a period meanwhile has done so.
 */
export async function whileOpen(tx: Tx): Promise<void> {
  const held = hold(tx, {});
  ownerAnew();
  await held;
}

/** Whoever closes a period or counts the till waits for those who are booking; others wait until it is done. */
export const alone = (tx: Tx): Promise<unknown> => tx.execute(sql`select pg_advisory_xact_lock(${name})`);
