import type { Database } from '#server/database/database';
import { checkouts } from '#server/database/schema/places';
import { hashOfToken } from '#server/links/clientLink';
import { and, eq, not, sql } from 'drizzle-orm';

/** Notes that somebody is on the page of a cart. @returns whether it is still to be looked after */
export async function cartAlive(db: Database, key: string): Promise<boolean> {
  const alive = await db
    .update(checkouts)
    .set({ aliveAt: sql`now()` })
    .where(and(eq(checkouts.hash, hashOfToken(key)), not(checkouts.over)))
    .returning({ id: checkouts.id });
  return alive.length > 0;
}
