import type { Instant } from '#core/calendar/instant';
import type { Clock, ProcessorEvent } from '#server/ports';
import { accounts } from '#world/accounts/tables';
import { events } from '#world/cardNetwork/tables';
import type { WorldDatabase, WorldTx } from '#world/database';
import type { Faults } from '#world/faults/faults';
import { and, asc, eq, lte } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Webhook } from 'standardwebhooks';

/** How events leave the network: the body, signed as the Standard Webhooks specification has it. */
export type Post = (
  provider: string,
  body: string,
  headers: Record<string, string>,
) => Promise<{ readonly ok: boolean }>;

/** What events of test accounts and of live ones are signed with. */
export type SecretOf = (mode: 'test' | 'live') => string;

export const eventRow = (event: ProcessorEvent, at: Instant, dueAt = at): typeof events.$inferInsert => ({
  id: `news.${randomUUID()}`,
  event,
  at,
  dueAt,
});

export async function appendEvent(tx: WorldTx, event: ProcessorEvent, at: Instant, dueAt = at): Promise<void> {
  await tx.insert(events).values(eventRow(event, at, dueAt));
}

/**
 * Delivers what is due, oldest first, and stops at the first that is not taken: it comes again later. Whoever takes
 * an event twice must not mind: a crash between the answer and the mark repeats it.
 * @returns how many were taken
 */
export async function deliverEvents(
  db: WorldDatabase,
  clock: Clock,
  secretOf: SecretOf,
  post: Post,
  faults: Faults,
): Promise<number> {
  const inOrder = await db
    .select()
    .from(events)
    .where(and(eq(events.delivered, false), lte(events.dueAt, clock.now())))
    .orderBy(asc(events.dueAt), asc(events.seq))
    .limit(100);
  let count = 0;
  for (const { seq, id, event, tries } of faults.shuffled(inOrder)) {
    const taken = !faults.happens('late') && (await postEvent(db, secretOf, post, id, event));
    if (taken && faults.happens('twice')) await postEvent(db, secretOf, post, id, event);
    if (!taken) {
      await db
        .update(events)
        .set({ tries: tries + 1 })
        .where(eq(events.seq, seq));
      break;
    }
    await db.update(events).set({ delivered: true }).where(eq(events.seq, seq));
    count++;
  }
  return count;
}

/** Posts one event, signed now. The signature carries the real time: receivers refuse an old one. */
export async function postEvent(
  db: WorldDatabase,
  secretOf: SecretOf,
  post: Post,
  id: string,
  event: ProcessorEvent,
): Promise<boolean> {
  const [account] = await db.select().from(accounts).where(eq(accounts.reference, event.account));
  if (!account) return false;
  const secret = secretOf(account.mode);
  const body = JSON.stringify(event);
  const sentAt = new Date();
  const signature = new Webhook(secret).sign(id, sentAt, body);
  const timestamp = String(Math.floor(sentAt.getTime() / 1000));
  try {
    const { ok } = await post(account.provider, body, {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': timestamp,
      'webhook-signature': signature,
    });
    return ok;
  } catch {
    return false; // not reachable: it is tried again
  }
}

/** Posts an event once more under its id. Null for an id that there is not. */
export async function repeatEvent(
  db: WorldDatabase,
  secretOf: SecretOf,
  post: Post,
  id: string,
): Promise<boolean | null> {
  const [row] = await db.select().from(events).where(eq(events.id, id));
  return row ? postEvent(db, secretOf, post, id, row.event) : null;
}
