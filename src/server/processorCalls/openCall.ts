import { actorNow } from '#server/actor/actorNow';
import type { Minor } from '#core/money/minor';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { jsonRows, namedColumns } from '#server/database/oneStatement';
import type { ProcessorCall } from '#core/payments/processorCall';
import type { Asked } from '#core/payments/shares';
import { gaveOut, type PayAccount } from '#server/paymentMethods/payAccounts';
import { and, type Column, eq, getTableColumns, inArray, or, type SQL, sql } from 'drizzle-orm';

export type CallRow = typeof intents.$inferSelect;

/** What was asked for, as the core reads it. */
export const askedOf = ({ id, bookingId, request, amount, state }: CallRow): Asked => ({
  id,
  bookingId,
  request,
  amount,
  sent: state === 'onTheWay',
  ...(state === 'waiting' ? { confirmed: true } : {}),
});

/** What is about to be asked: all that its call wants. */
export type OpenCall = {
  readonly row: CallRow;
  readonly account: PayAccount;
  readonly currency: string;
};

/** One that was opened just now, or the id of one that was before. */
export type ToCarryOut = OpenCall | string;

/** The currency of its booking. */
export const currencyOf = (bookingId: Column | string): SQL<string> =>
  sql`(select ${bookings.currency} from ${bookings} where ${bookings.id} = ${bookingId})`;

/**
 * Commits, with the caller's transaction, that the processor will be asked, and counts as a first call: nobody else takes
 * it up before that has had its time. The id becomes the idempotency key.
 *
 * From its first request on a booking is of the test or of the live accounts, and of no other. Whoever offers accounts
 * knows that: @throws where one of the other mode is asked all the same, or where no account is known.
 */
export async function openCall(
  tx: Tx,
  intent: { id: string; bookingId: string; cause: string; request: ProcessorCall; amount: Minor; now: Instant },
): Promise<OpenCall> {
  const { id, bookingId, cause, request, amount, now: madeAt } = intent;
  const accountId = accountOf(request);
  const given = { id, bookingId, cause, request, amount, state: 'open' as const, actor: actorNow(), madeAt };
  const keys = ['id', 'bookingId', 'cause', 'request', 'amount', 'state', 'actor', 'madeAt'] as const;
  const columns = namedColumns(keys);
  const shares = request.kind === 'pay' ? (request.shares ?? []) : [];
  const ids = [...new Set([bookingId, ...shares.map((share) => share.bookingId)])].sort();
  const own = inArray(bookings.id, ids);
  const mode = sql`(select ${payAccounts.mode} from ${payAccounts} where ${payAccounts.id} = ${accountId})`;
  // Those that have none yet take it, and all of them have it then.
  const taken = tx
    .$with('taken', {})
    .as(sql`update ${bookings} set mode = ${mode} where ${own} and ${bookings.mode} is null returning 1`);
  const asked = tx.$with('asked', {}).as(sql`insert into ${intents} (${columns}, account_id, called_at)
    select ${columns}, ${accountId}, now() from ${jsonRows(intents, [given as typeof intents.$inferInsert])}`);
  const [opened] = await tx
    .with(taken, asked)
    .select({
      account: getTableColumns(payAccounts),
      currency: currencyOf(bookingId),
      there: sql<number>`((select count(*) from taken) + (select count(*) from ${bookings} where ${own} and ${bookings.mode} = ${mode}))::int`,
    })
    .from(payAccounts)
    .where(eq(payAccounts.id, accountId));
  const { account, currency, there } = opened!;
  if (there !== ids.length) throw new Error(`a ${account.mode} account is asked for a booking of the other mode`);
  const row = { ...given, accountId: account.id, answer: null, answeredAt: null, calledAt: new Date() };
  return { row, account, currency };
}

/** The account that is asked: the one that gave out the authorisation, took the payment, or knows the card. */
function accountOf(request: ProcessorCall): SQL {
  if ('authorisation' in request) {
    return sql`(select ${intents.accountId} from ${intents} where ${gaveOut(request.authorisation)} limit 1)`;
  }
  return sql`${'account' in request ? request.account : request.card.account}`;
}

const { placeholder } = sql;
const sameCause = and(eq(intents.bookingId, placeholder('bookingId')), eq(intents.cause, placeholder('cause')));
const byCause = prepared((db) => db.select().from(intents).where(sameCause));

export const callByCause = async (tx: Tx | Database, bookingId: string, cause: string): Promise<CallRow | null> =>
  (await byCause(tx, { bookingId, cause }))[0] ?? null;

const underWay = sql`${intents.state} in ('open', 'waiting') and ${intents.request}->>'kind' in ('pay', 'charge', 'counter', 'counterHold')`;

const underWayHere = and(
  or(
    eq(intents.bookingId, placeholder('bookingId')),
    sql`${intents.request}->'shares' @> ${placeholder('share')}::jsonb`,
  ),
  underWay,
);
const underWayOf = (bookingId: string) => ({ bookingId, share: JSON.stringify([{ bookingId }]) });
const isUnderWay = prepared((db) => db.select().from(intents).where(underWayHere));

/** The payment of a booking that is under way: asked for, or waiting for the client's bank. */
export const paymentUnderWay = async (tx: Tx | Database, bookingId: string): Promise<CallRow | null> =>
  (await isUnderWay(tx, underWayOf(bookingId)))[0] ?? null;

const sameOrUnderWay = prepared((db) =>
  db
    .select({ ...getTableColumns(intents), open: sql<boolean>`${underWayHere}` })
    .from(intents)
    .where(or(sameCause, underWayHere)),
);

/** What was asked for by this cause before, and the payment of the booking that is under way. */
export async function askedBefore(
  tx: Tx,
  bookingId: string,
  cause: string,
): Promise<{ readonly before: CallRow | null; readonly underWay: CallRow | null }> {
  const rows = await sameOrUnderWay(tx, { ...underWayOf(bookingId), cause });
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
