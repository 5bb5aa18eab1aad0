import { ledgerOf } from '#core/bookings/ledger';
import { ok, refuse, type Result } from '#core/result';
import { lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import type { Tx } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { payAccounts } from '#server/database/schema/ways';
import { intents, payouts, processorEvents } from '#server/database/schema/work';
import { payoutMade } from '#core/books/journal/otherEntries';
import { factsOfReturnedLater } from '#core/payments/bankDebit';
import { otherShares } from '#core/payments/shares';
import { askedOf, type OpenCall } from '#server/processorCalls/openCall';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { recordAnswer } from '#server/processorCalls/recordAnswer';
import { recordRequestAnswer } from '#server/credit/requestPayments';
import { returnRequestPayment } from '#server/credit/requestReturns';
import { aboutEvent } from '#server/usecases/payments/aboutEvent';
import { type DisputeEvent, recordDispute } from '#server/usecases/disputes/takeDispute';
import { appendEntry } from '#server/journal/appendEntry';
import type { ProcessorEvent } from '#server/ports';
import { givenUpOn } from '#server/failures/troubles';
import { runSomeDue } from '#server/jobs/run/runDue';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { and, asc, eq, isNotNull, not, sql } from 'drizzle-orm';

/**
 * Takes in an event of the processor, whose signature has been checked. Events come twice, late and out of order:
 * each is carried out once, and one that brings nothing new changes nothing.
 */
export const takeEvent =
  (deps: Deps) =>
  async ({
    id,
    event,
    accountId,
  }: {
    readonly id: string;
    readonly event: ProcessorEvent;
    /** The account that it came from. */
    readonly accountId: string;
  }): Promise<Result<{ taken: boolean }, { code: 'other_account' }>> => {
    const { db, clock } = deps;
    const about = await aboutEvent(db, { id, event, accountId });
    if (about.before || about.cleaned) return ok({ taken: false });
    if (about.ofAnother) return refuse({ code: 'other_account' });
    const planned = jobsWritten();
    if (event.type === 'request.answered') {
      const { waits } = about;
      const further = waits.intent ? await recordAnswer(deps, event.key, event.answer) : [];
      for (const intent of further) await makeCall(deps, intent);
      if (waits.requestPayment) await recordRequestAnswer(deps, event.key, event.answer);
      await markTaken(db, id, event, clock.now());
      await goOn(deps, planned);
      return ok({ taken: true });
    }
    const further: OpenCall[] = [];
    const taken = await db.transaction(async (tx) => {
      if (!(await markTaken(tx, id, event, clock.now()))) return false;
      if (event.type === 'dispute.changed') {
        // What comes before the answer of its payment, or before a step of its own, is kept until that is here.
        const recorded = await recordDispute(deps, tx, event);
        further.push(...recorded.further);
        if (!recorded.placed)
          await tx.update(processorEvents).set({ event, accountId }).where(eq(processorEvents.id, id));
      } else if (event.type === 'payout.made') await recordPayout(deps, tx, event, accountId);
      else if (event.type === 'payment.returned') await recordReturn(deps, tx, event);
      else await recordLapse(tx, event.authorisation, clock.now());
      return true;
    });
    for (const intent of further) await makeCall(deps, intent);
    await goOn(deps, planned);
    deps.outbox.wake();
    return ok({ taken });
  };

/** What can be done now that an event is here. @param planned how much the agenda was written before it */
async function goOn(deps: Deps, planned: number): Promise<void> {
  await placeKept(deps);
  // Where nothing was planned since, what is due is the agenda's own, which looks by itself.
  if (jobsWritten() !== planned) await runSomeDue(deps);
}

/** Events that came before what they are about: each is recorded as soon as that is here. */
export async function placeKept(deps: Deps): Promise<void> {
  const { db } = deps;
  const left = await db
    .select()
    .from(processorEvents)
    .where(and(isNotNull(processorEvents.event), not(givenUpOn('event', processorEvents.id))))
    .orderBy(asc(processorEvents.takenAt))
    .limit(20);
  for (const { id, event } of left) {
    const further = await db.transaction(async (tx) => {
      const [row] = await tx.select().from(processorEvents).where(eq(processorEvents.id, id)).for('update');
      const recorded = row?.event ? await recordDispute(deps, tx, event as DisputeEvent) : null;
      if (!recorded?.placed) return [];
      await tx.update(processorEvents).set({ event: null, accountId: null }).where(eq(processorEvents.id, id));
      return recorded.further;
    });
    for (const intent of further) await makeCall(deps, intent);
  }
}

async function markTaken(
  db: Tx | Deps['db'],
  id: string,
  { type }: ProcessorEvent,
  takenAt: ReturnType<Deps['clock']['now']>,
): Promise<boolean> {
  const rows = await db.insert(processorEvents).values({ id, type, takenAt }).onConflictDoNothing().returning();
  return rows.length > 0;
}

async function recordLapse(tx: Tx, authorisation: string, now: ReturnType<Deps['clock']['now']>): Promise<void> {
  const [placed] = await tx
    .select({ bookingId: facts.bookingId })
    .from(facts)
    .where(
      sql`${facts.fact}->>'kind' in ('holdPlaced', 'paymentAuthorised') and ${facts.fact}->>'authorisation' = ${authorisation}`,
    );
  if (!placed) return;
  const loaded = (await lockBooking(tx, placed.bookingId))!;
  const ledger = ledgerOf(loaded.facts);
  if (ledger.paymentHeld?.authorisation === authorisation) {
    const { amount } = ledger.paymentHeld;
    await recordFacts(tx, loaded, [{ kind: 'paymentReleased', at: now, authorisation, amount }], now);
    return;
  }
  const held = ledger.authorisations.find((each) => each.id === authorisation);
  if (held?.state !== 'inForce') return;
  await recordFacts(tx, loaded, [{ kind: 'holdLapsed', at: now, authorisation, amount: held.amount }], now);
}

/** The payer's bank had a collection sent back that had settled: what it paid is owed again. */
async function recordReturn(
  deps: Deps,
  tx: Tx,
  event: Extract<ProcessorEvent, { type: 'payment.returned' }>,
): Promise<void> {
  const { payment, code } = event;
  const [paid] = await tx
    .select()
    .from(intents)
    .where(sql`${intents.answer}->>'reference' = ${payment}`);
  if (paid?.request.kind !== 'pay' && paid?.request.kind !== 'charge') {
    await returnRequestPayment(deps, tx, event);
    return;
  }
  const asked = askedOf(paid);
  const at = deps.clock.now();
  for (const bookingId of new Set([paid.bookingId, ...otherShares(asked).map((share) => share.bookingId)])) {
    const loaded = (await lockBooking(tx, bookingId))!;
    const returned = factsOfReturnedLater(asked, code, { facts: loaded.facts, at });
    if (returned.length > 0) await recordFacts(tx, loaded, returned, at);
  }
}

async function recordPayout(
  { report }: Pick<Deps, 'report'>,
  tx: Tx,
  event: Extract<ProcessorEvent, { type: 'payout.made' }>,
  accountId: string,
): Promise<void> {
  const [account] = await tx.select().from(payAccounts).where(eq(payAccounts.id, accountId));
  const { payout, at, currency, gross, fee, payments } = event;
  const rows = await tx
    .insert(payouts)
    .values({ id: payout, at, currency, gross, fee, payments: [...payments], processor: account?.provider ?? '' })
    .onConflictDoNothing()
    .returning();
  if (rows.length === 0) {
    const [before] = await tx.select().from(payouts).where(eq(payouts.id, payout));
    // What came twice is the same; of two that share a name the second is not in the books, and that is said.
    if (before!.gross !== gross || before!.fee !== fee)
      report(`payout ${payout} came again with other sums`, new Error('a name of two payouts'), { payout });
    return;
  }
  const paid = payoutMade(payout, gross, fee);
  if (paid) await appendEntry(tx, paid, { at, currency, about: payout, processor: account?.name ?? '' });
}
