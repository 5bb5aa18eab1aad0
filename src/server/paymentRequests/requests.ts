import type { Instant } from '#core/calendar/instant';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { type RequestStanding, requestStanding, soldNow } from '#core/paymentRequests/requestStanding';
import { entryForRequest } from '#core/books/journal/requestEntries';
import { type Minor, minor, zero } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { paymentRequests, requestFacts, requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { factsOfRequests, tell } from '#server/paymentRequests/requestFacts';
import { appendEntry } from '#server/journal/appendEntry';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

export type RequestRow = typeof paymentRequests.$inferSelect;

export const isOver = ({ withdrawnAt, expiresAt }: RequestRow, now: Instant): boolean =>
  withdrawnAt !== null || (expiresAt !== null && expiresAt <= now);

const kind = sql`${requestFacts.fact}->>'kind'`;
const amount = sql`(${requestFacts.fact}->>'amount')::bigint`;
const came = sql<string>`sum(case when ${kind} = 'paid' then ${amount} else 0 - ${amount} end)`;
const moves = sql`${kind} in ('paid', 'returned')`;

/** What came for a request less what a bank sent back, within a statement on it. */
export const paidOfRequest = (requestId: AnyPgColumn) =>
  sql`coalesce((select ${came} from ${requestFacts} where ${requestFacts.requestId} = ${requestId} and ${moves}), 0)`;

/** The same for each of these requests: as credit, for what it sold, or as a voucher. */
export async function paidForAll(db: Tx | Database, requestIds: readonly string[]): Promise<Map<string, Minor>> {
  if (requestIds.length === 0) return new Map();
  const rows = await db
    .select({ requestId: requestFacts.requestId, paid: sql<string>`${came}::text` })
    .from(requestFacts)
    .where(and(inArray(requestFacts.requestId, [...requestIds]), moves))
    .groupBy(requestFacts.requestId);
  return new Map(rows.map(({ requestId, paid }) => [requestId, minor(Number(paid))]));
}

export const paidFor = async (db: Tx | Database, requestId: string): Promise<Minor> =>
  (await paidForAll(db, [requestId])).get(requestId) ?? zero;

/** Where a request stands, from what happened to it. */
export async function standingOfRequest(db: Tx | Database, request: RequestRow): Promise<RequestStanding> {
  const told = await factsOfRequests(db, [request.id]);
  return requestStanding(
    askedBy(request.amount, request.paper),
    told.map(({ fact }) => fact),
  );
}

export async function lockRequest(tx: Tx, id: string): Promise<RequestRow | null> {
  const [row] = await tx.select().from(paymentRequests).where(eq(paymentRequests.id, id)).for('update');
  return row ?? null;
}

/** Whether a payment of it was asked for and is not answered, or is on its way. */
export const isBeingPaid = async (tx: Tx, requestId: string): Promise<boolean> =>
  (await tx.$count(
    requestPayments,
    and(eq(requestPayments.requestId, requestId), inArray(requestPayments.state, ['open', 'waiting', 'onTheWay'])),
  )) > 0;

/** Records what happened to a request, with its entry. The caller holds its row. */
export async function recordOfRequest(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  request: RequestRow,
  fact: RequestFact,
  { now, processor }: { readonly now: Instant; readonly processor?: string },
): Promise<void> {
  await tell(tx, deps, request.id, fact, now);
  const entry = entryForRequest(fact, { ...request.paper, voucher: request.voucher !== null });
  const { currency, number: about } = request;
  if (entry) await appendEntry(tx, entry, { at: now, currency, about, ...(processor ? { processor } : {}) });
}

/** What its lines come to becomes owed, once. The caller holds its row. */
export async function sellByRequest(
  tx: Tx,
  deps: Pick<Deps, 'newId'>,
  request: RequestRow,
  now: Instant,
): Promise<void> {
  const sold = soldNow(request.paper, await standingOfRequest(tx, request));
  if (sold) await recordOfRequest(tx, deps, request, sold, { now });
}

/** It was asked for: where it is invoiced with that, it is owed from here on. The caller holds its row. */
export async function askedFor(tx: Tx, deps: Pick<Deps, 'newId'>, request: RequestRow, now: Instant): Promise<void> {
  if (request.paper.invoiced === 'sent' && request.withdrawnAt === null) await sellByRequest(tx, deps, request, now);
}

/** The next number of a request; the row of the business is locked by the caller. */
export const nextRequestNumber = async (tx: Tx): Promise<string> =>
  `P-${String((await tx.$count(paymentRequests)) + 1).padStart(4, '0')}`;

/** Opening it is told once for each way that it went. */
export async function noteOpened(deps: Deps, requestId: string, via: 'message' | 'link'): Promise<void> {
  const { db, clock } = deps;
  if ((await factsOfRequests(db, [requestId])).some(({ fact }) => fact.kind === 'opened' && fact.via === via)) return;
  await tell(db, deps, requestId, { kind: 'opened', via }, clock.now());
}
