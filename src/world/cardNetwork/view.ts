import { authorisations, events, payments } from '#world/cardNetwork/tables';
import type { WorldDatabase } from '#world/database';
import { desc, eq, sql } from 'drizzle-orm';

/** What the stand-ins view shows of the network: the live authorisations, the latest others, events and payments. */
export async function readNetwork(db: WorldDatabase) {
  const [live, ended, recentEvents, recentPayments, counts] = await Promise.all([
    db.select().from(authorisations).where(eq(authorisations.state, 'live')).orderBy(authorisations.expiresAt),
    db
      .select()
      .from(authorisations)
      .where(sql`${authorisations.state} <> 'live'`)
      .orderBy(desc(authorisations.endedAt))
      .limit(20),
    db.select().from(events).orderBy(desc(events.seq)).limit(30),
    db.select().from(payments).orderBy(desc(payments.at)).limit(20),
    db
      .select({
        undelivered: sql<number>`count(*) filter (where not ${events.delivered})`.mapWith(Number),
        all: sql<number>`count(*)`.mapWith(Number),
      })
      .from(events),
  ]);
  return { live, ended, events: recentEvents, payments: recentPayments, counts: counts[0]! };
}
