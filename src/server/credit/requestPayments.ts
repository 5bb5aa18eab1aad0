import { processorOfAccount } from '#server/journal/processorOf';
import { actingAs } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import { least, minor, remainder } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { pauseOver } from '#server/database/pauses';
import { paymentRequests, requestPayments } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { approvedOf, type ProcessorAnswer } from '#core/payments/answer';
import { makeVoucher } from '#server/credit/onlineVouchers';
import { tellOfManyCards } from '#server/rateLimits/manyCards';
import { factsOfRequests, tell } from '#server/paymentRequests/requestFacts';
import { paymentCame } from '#server/credit/paymentCame';
import { lockRequest } from '#server/paymentRequests/requests';
import { givenUpOn, keepingTrouble } from '#server/failures/troubles';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { and, eq, not, sql } from 'drizzle-orm';

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
  const answer = await keepingTrouble(deps, 'requestCall', paymentId, async () =>
    (await processorOf(deps, row!.accountId)).charge({
      key: paymentId,
      card: row!.card.token,
      amount: minor(row!.amount + row!.tip),
      currency: request!.currency,
      clientPresent: true,
      description: `${request!.number} ${request!.note}`,
    }),
  );
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
    const { requestId, amount, tip, payer, via } = row;
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
    const request = (await lockRequest(tx, requestId))!;
    // Of a part that was approved the request comes first, then the tip.
    const approved = approvedOf(minor(amount + tip), answer);
    const came = least(amount, approved);
    if (request.voucher) await makeVoucher(tx, deps, request, { amount: came, payer, now, accountId: row.accountId });
    const method = row.card.way ?? 'card';
    await paymentCame(
      tx,
      deps,
      request,
      {
        id: paymentId,
        amount: came,
        tip: remainder(approved, came),
        by: payer,
        via,
        method,
        processor: await processorOfAccount(tx, row.accountId),
      },
      now,
    );
  };
  // Whoever pays it does so, whenever the answer comes.
  await db.transaction((tx) => actingAs({ kind: 'payer' }, () => record(tx)));
}

/** Asks again about payments that a crash left open. */
export async function recoverRequests(deps: Deps, patienceSeconds = 20): Promise<void> {
  const left = await deps.db
    .select({ id: requestPayments.id })
    .from(requestPayments)
    .where(
      and(
        eq(requestPayments.state, 'open'),
        pauseOver(requestPayments.calledAt, patienceSeconds),
        not(givenUpOn('requestCall', requestPayments.id)),
      ),
    )
    .limit(50);
  for (const { id } of left) {
    try {
      await carryOutRequest(deps, id);
    } catch (error) {
      deps.report(`payment ${id} of a request could not be carried out`, error);
    }
  }
}
