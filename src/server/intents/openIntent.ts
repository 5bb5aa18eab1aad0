import { actorNow } from '#server/actor/actorNow';
import type { Minor } from '#core/money/minor';
import type { Instant } from '#core/calendar/instant';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { insertAll } from '#server/database/together';
import type { IntentRequest } from '#core/paying/request';
import type { Asked } from '#core/paying/shares';
import { accountOfAuthorisation } from '#server/ways/payAccounts';
import { and, eq, getTableColumns, inArray, or, type SQL, sql } from 'drizzle-orm';

export type IntentRow = typeof intents.$inferSelect;

/** What was asked for, as the core reads it. */
export const askedOf = ({ id, bookingId, request, amount, state }: IntentRow): Asked => ({
  id,
  bookingId,
  request,
  amount,
  sent: state === 'onTheWay',
  ...(state === 'waiting' ? { confirmed: true } : {}),
});

/** Commits, with the caller's transaction, that the processor will be asked. The id becomes the idempotency key. */
export async function openIntent(
  tx: Tx,
  intent: { id: string; bookingId: string; cause: string; request: IntentRequest; amount: Minor; now: Instant },
): Promise<string> {
  const { id, bookingId, cause, request, amount, now } = intent;
  const accountId = await accountOf(tx, request);
  const shares = request.kind === 'pay' ? (request.shares ?? []) : [];
  const asked = { id, bookingId, cause, request, amount, accountId, state: 'open', actor: actorNow(), madeAt: now };
  const keys = ['id', 'bookingId', 'cause', 'request', 'amount', 'accountId', 'state', 'actor', 'madeAt'] as const;
  const insert = insertAll(intents, keys, [asked as typeof intents.$inferInsert]);
  await carryMode(tx, [bookingId, ...shares.map((share) => share.bookingId)], accountId, insert);
  return id;
}

/**
 * From its first request on a booking is of the test or of the live accounts, and of no other. Whoever offers accounts
 * knows that: @throws where one of the other mode is asked all the same.
 * @param insert writes the request, in the same statement
 */
async function carryMode(tx: Tx, bookingIds: readonly string[], accountId: string, insert: SQL): Promise<void> {
  const ids = [...new Set(bookingIds)].sort();
  const own = inArray(bookings.id, ids);
  // Those that have none yet take it, and all of them have it then.
  const [row] = await rowsOf<{ mode: string; there: number }>(
    tx,
    sql`with account as (select ${payAccounts.mode} as mode from ${payAccounts} where ${payAccounts.id} = ${accountId}),
      taken as (update ${bookings} set mode = account.mode from account where ${own} and ${bookings.mode} is null returning 1),
      asked as (${insert})
      select account.mode, ((select count(*) from taken) + (select count(*) from ${bookings} where ${own} and ${bookings.mode} = account.mode))::int as there
      from account`,
  );
  if (row?.there !== ids.length) throw new Error(`a ${row?.mode} account is asked for a booking of the other mode`);
}

/** The account that is asked: the one that knows the card, gave out the authorisation, or took the payment. */
async function accountOf(tx: Tx, request: IntentRequest): Promise<string> {
  if ('authorisation' in request) return accountOfAuthorisation(tx, request.authorisation);
  return 'account' in request ? request.account : request.card.account;
}

export async function intentByCause(tx: Tx | Database, bookingId: string, cause: string): Promise<IntentRow | null> {
  const [row] = await tx
    .select()
    .from(intents)
    .where(and(eq(intents.bookingId, bookingId), eq(intents.cause, cause)));
  return row ?? null;
}

const underWay = sql`${intents.state} in ('open', 'waiting') and ${intents.request}->>'kind' in ('pay', 'charge', 'counter', 'counterHold')`;

const underWayOf = (bookingId: string) =>
  and(
    or(
      eq(intents.bookingId, bookingId),
      sql`${intents.request}->'shares' @> ${JSON.stringify([{ bookingId }])}::jsonb`,
    ),
    underWay,
  );

/** The payment of a booking that is under way: asked for, or waiting for the client's bank. */
export async function paymentUnderWay(tx: Tx | Database, bookingId: string): Promise<IntentRow | null> {
  const [row] = await tx.select().from(intents).where(underWayOf(bookingId));
  return row ?? null;
}

/** What was asked for by this cause before, and the payment of the booking that is under way. */
export async function askedBefore(
  tx: Tx,
  bookingId: string,
  cause: string,
): Promise<{ readonly before: IntentRow | null; readonly underWay: IntentRow | null }> {
  const same = and(eq(intents.bookingId, bookingId), eq(intents.cause, cause));
  const rows = await tx
    .select({ ...getTableColumns(intents), open: sql<boolean>`${underWayOf(bookingId)}` })
    .from(intents)
    .where(or(same, underWayOf(bookingId)));
  const before = rows.find((row) => row.bookingId === bookingId && row.cause === cause) ?? null;
  return { before, underWay: rows.find(({ open }) => open) ?? null };
}

/** Which of these bookings have a payment under way: few in all have. */
export async function withPaymentUnderWay(tx: Tx, bookingIds: readonly string[]): Promise<ReadonlySet<string>> {
  const rows = await tx
    .select({ bookingId: intents.bookingId, request: intents.request })
    .from(intents)
    .where(underWay);
  const busy = new Set(
    rows.flatMap(({ bookingId, request }) => [
      bookingId,
      ...('shares' in request ? (request.shares ?? []).map((share) => share.bookingId) : []),
    ]),
  );
  return new Set(bookingIds.filter((id) => busy.has(id)));
}
