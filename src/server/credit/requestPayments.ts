import { actingAs } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import { creditPaid, creditReturned } from '#core/journal/otherEntries';
import { minor } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { pauseOver } from '#server/database/pauses';
import { creditReceipts, paymentRequests, requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { appendEntry } from '#server/journal/appendEntry';
import { approvedOf, type ProcessorAnswer } from '#core/paying/answer';
import { makeVoucher } from '#server/credit/onlineVouchers';
import { tellOfManyCards } from '#server/guard/manyCards';
import { factsOfRequests, tell } from '#server/credit/requestFacts';
import { processorOf } from '#server/ways/payAccounts';
import { and, eq, sql } from 'drizzle-orm';

export async function refusedOn(db: Tx | Database, requestId: string): Promise<Instant[]> {
  const told = await factsOfRequests(db, [requestId]);
  return told.flatMap(({ fact, at }) => (fact.kind === 'declined' ? [at] : [])).sort();
}

/** Makes the call of an open payment and records its answer. Safe to repeat after a crash at any point. */
export async function carryOutRequest(deps: Deps, paymentId: string): Promise<ProcessorAnswer> {
  const [row] = await deps.db
    .update(requestPayments)
    .set({ calledAt: sql`now()` })
    .where(eq(requestPayments.id, paymentId))
    .returning();
  if (row!.state !== 'open') return row!.answer!;
  const [request] = await deps.db.select().from(paymentRequests).where(eq(paymentRequests.id, row!.requestId));
  const processor = await processorOf(deps, row!.accountId);
  const answer = await processor.charge({
    key: paymentId,
    card: row!.card.token,
    amount: row!.amount,
    currency: request!.currency,
    clientPresent: true,
    description: `${request!.number} ${request!.note}`,
  });
  await recordRequestAnswer(deps, paymentId, answer);
  deps.note('payment of a request answered', { payment: paymentId, outcome: answer.outcome });
  deps.outbox.wake();
  return answer;
}

/** Records an answer once, from the call or from the event that brings the same. Nothing where the key is not ours. */
export async function recordRequestAnswer(deps: Deps, paymentId: string, answer: ProcessorAnswer): Promise<void> {
  const { db, clock } = deps;
  const record = async (tx: Tx): Promise<void> => {
    const [row] = await tx.select().from(requestPayments).where(eq(requestPayments.id, paymentId)).for('update');
    if (!row || row.state === 'approved' || row.state === 'declined') return;
    const now = clock.now();
    const { requestId, amount, payer, via } = row;
    if (answer.outcome === 'confirm') {
      await tx.update(requestPayments).set({ state: 'waiting', answer }).where(eq(requestPayments.id, paymentId));
      return;
    }
    if (answer.outcome === 'pending') {
      if (row.state === 'onTheWay') return;
      await tx.update(requestPayments).set({ state: 'onTheWay', answer }).where(eq(requestPayments.id, paymentId));
      await tell(tx, deps, requestId, { kind: 'onTheWay', amount, by: payer, settles: answer.settles }, now);
      return;
    }
    await tx.update(requestPayments).set({ state: answer.outcome, answer }).where(eq(requestPayments.id, paymentId));
    if (answer.outcome === 'declined') {
      await tell(tx, deps, requestId, { kind: 'declined', code: answer.code, by: payer }, now);
      const [about] = await tx.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
      const refused = await refusedOn(tx, requestId);
      await tellOfManyCards(tx, { of: about!.number, path: '/credit', refused, id: deps.newId(), now });
      return;
    }
    const [request] = await tx.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
    const { clientId, currency } = request!;
    const came = approvedOf(amount, answer);
    if (request!.voucher) {
      await makeVoucher(tx, deps, request!, { amount: came, payer, now });
      await tell(tx, deps, requestId, { kind: 'paid', amount: came, by: payer, via }, now);
      return;
    }
    const receipt = { id: paymentId, clientId, requestId, amount: came, currency, payer, at: now };
    await tx.insert(creditReceipts).values({ ...receipt, method: row.card.way ?? 'card' });
    await tell(tx, deps, requestId, { kind: 'paid', amount: came, by: payer, via }, now);
    await appendEntry(tx, creditPaid(came)!, { at: now, currency, about: request!.number });
  };
  // Whoever pays it does so, whenever the answer comes.
  await db.transaction((tx) => actingAs({ kind: 'payer' }, () => record(tx)));
}

/** Asks again about payments that a crash left open. */
export async function recoverRequests(deps: Deps, patienceSeconds = 20): Promise<void> {
  const left = await deps.db
    .select({ id: requestPayments.id })
    .from(requestPayments)
    .where(and(eq(requestPayments.state, 'open'), pauseOver(requestPayments.calledAt, patienceSeconds)))
    .limit(50);
  for (const { id } of left) {
    try {
      await carryOutRequest(deps, id);
    } catch (error) {
      deps.report(`payment ${id} of a request could not be carried out`, error);
    }
  }
}

/**
 * The payer's bank has sent a payment of a request back that had settled: the credit that it gave is taken back, also
 * where it has been used, and is then owed. Nothing where the payment is not one of a request.
 */
export async function returnRequestPayment(
  deps: Deps,
  tx: Tx,
  { payment, code }: { readonly payment: string; readonly code: string },
): Promise<boolean> {
  const [row] = await tx
    .select()
    .from(requestPayments)
    .where(sql`${requestPayments.answer}->>'reference' = ${payment}`)
    .for('update');
  if (!row) return false;
  const now = deps.clock.now();
  const { requestId, amount, payer } = row;
  const [request] = await tx.select().from(paymentRequests).where(eq(paymentRequests.id, requestId));
  const { clientId, currency } = request!;
  const back = { id: `${row.id}:returned`, clientId, requestId, currency, payer, method: 'debit' as const, at: now };
  const made = await tx
    .insert(creditReceipts)
    .values({ ...back, amount: minor(0 - amount) })
    .onConflictDoNothing()
    .returning({ id: creditReceipts.id });
  if (made.length === 0) return true;
  await tell(tx, deps, requestId, { kind: 'returned', amount, code, by: payer }, now);
  await appendEntry(tx, creditReturned(amount)!, { at: now, currency, about: request!.number });
  return true;
}
