import type { Tx } from '#server/database/database';
import { sql } from 'drizzle-orm';

const name = sql`hashtext('ostendo books')`;

/** Whoever books something holds this with all others who do, until the transaction ends. */
export const whileOpen = (tx: Tx): Promise<unknown> => tx.execute(sql`select pg_advisory_xact_lock_shared(${name})`);

/** Whoever closes a period or counts the till waits for those who are booking; others wait until it is done. */
export const alone = (tx: Tx): Promise<unknown> => tx.execute(sql`select pg_advisory_xact_lock(${name})`);
