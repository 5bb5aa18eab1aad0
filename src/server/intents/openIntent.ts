import type { Minor } from '#core/money/minor';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/open';
import { intents } from '#server/database/schema/work';
import type { IntentRequest } from '#server/intents/request';
import { accountOfAuthorisation } from '#server/ways/payAccounts';
import { and, eq, inArray, or, sql } from 'drizzle-orm';

export type IntentRow = typeof intents.$inferSelect;

/** Commits, with the caller's transaction, that the processor will be asked. The id becomes the idempotency key. */
export async function openIntent(
  tx: Tx,
  intent: { id: string; bookingId: string; cause: string; request: IntentRequest; amount: Minor; now: Instant },
): Promise<string> {
  const { id, bookingId, cause, request, amount, now } = intent;
  const accountId = await accountOf(tx, request);
  await tx.insert(intents).values({ id, bookingId, cause, request, amount, accountId, state: 'open', madeAt: now });
  return id;
}

/** The account that is asked: the one that knows the card, gave out the authorisation, or took the payment. */
async function accountOf(tx: Tx, request: IntentRequest): Promise<string> {
  if ('card' in request) return request.card.account;
  return 'account' in request ? request.account : accountOfAuthorisation(tx, request.authorisation);
}

export async function intentByCause(tx: Tx, bookingId: string, cause: string): Promise<IntentRow | null> {
  const [row] = await tx
    .select()
    .from(intents)
    .where(and(eq(intents.bookingId, bookingId), eq(intents.cause, cause)));
  return row ?? null;
}

/** The payment of a booking that is under way: asked for, or waiting for the client's bank. */
export async function paymentUnderWay(tx: Tx | Database, bookingId: string): Promise<IntentRow | null> {
  const [row] = await tx
    .select()
    .from(intents)
    .where(
      and(
        or(
          eq(intents.bookingId, bookingId),
          sql`${intents.request}->'shares' @> ${JSON.stringify([{ bookingId }])}::jsonb`,
        ),
        inArray(intents.state, ['open', 'waiting']),
        sql`${intents.request}->>'kind' in ('pay', 'charge', 'counter')`,
      ),
    );
  return row ?? null;
}
