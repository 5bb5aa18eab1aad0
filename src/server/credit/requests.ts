import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { creditReceipts, paymentRequests, vouchers } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { factsOfRequests, tell } from '#server/credit/requestFacts';
import { inArray, sql } from 'drizzle-orm';

export type RequestRow = typeof paymentRequests.$inferSelect;

export const isOver = ({ withdrawnAt, expiresAt }: RequestRow, now: Instant): boolean =>
  withdrawnAt !== null || (expiresAt !== null && expiresAt <= now);

/** What came for each of these requests, less what a bank sent back: as credit, or as the voucher that it bought. */
export async function paidForAll(db: Tx | Database, requestIds: readonly string[]): Promise<Map<string, number>> {
  if (requestIds.length === 0) return new Map();
  const rows = await db
    .select({ requestId: creditReceipts.requestId, paid: sql<string>`sum(${creditReceipts.amount})::text` })
    .from(creditReceipts)
    .where(inArray(creditReceipts.requestId, [...requestIds]))
    .groupBy(creditReceipts.requestId);
  const bought = await db
    .select({ requestId: vouchers.requestId, paid: vouchers.amount })
    .from(vouchers)
    .where(inArray(vouchers.requestId, [...requestIds]));
  return new Map([...rows, ...bought].map(({ requestId, paid }) => [requestId!, Number(paid)]));
}

export const paidFor = async (db: Tx | Database, requestId: string): Promise<number> =>
  (await paidForAll(db, [requestId])).get(requestId) ?? 0;

/** The next number of a request; the row of the business is locked by the caller. */
export const nextRequestNumber = async (tx: Tx): Promise<string> =>
  `P-${String((await tx.$count(paymentRequests)) + 1).padStart(4, '0')}`;

/** Opening it is told once for each way that it went. */
export async function noteOpened(deps: Deps, requestId: string, via: 'message' | 'link'): Promise<void> {
  const { db, clock } = deps;
  if ((await factsOfRequests(db, [requestId])).some(({ fact }) => fact.kind === 'opened' && fact.via === via)) return;
  await tell(db, deps, requestId, { kind: 'opened', via }, clock.now());
}
