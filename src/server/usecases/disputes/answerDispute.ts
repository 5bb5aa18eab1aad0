import type { AnswerDispute, ConcedeDispute } from '#contracts/claims/after';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { isUndecided } from '#core/disputes/disputes';
import { ok, refuse, type Result } from '#core/result';
import { disputeSubject, type DisputeSubject } from '#server/disputes/disputeSubject';
import { answerDocument } from '#server/disputes/evidence';
import { lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { takeBackDisputed } from '#server/credit/requestReturns';
import { pauseOver } from '#server/database/pauses';
import type { Tx } from '#server/database/database';
import { disputeAnswers } from '#server/database/schema/disputes';
import { files } from '#server/database/schema/files';
import type { Deps } from '#server/deps';
import { lockRequest, recordOfRequest } from '#server/paymentRequests/requests';
import { givenUpOn, keepingTrouble } from '#server/failures/troubles';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { and, eq, inArray, not, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';

type NotAnswered = {
  readonly code: 'dispute_unknown' | 'dispute_over' | 'answered_before' | 'too_late' | 'picture_unknown';
};

/** Whether it still waits for the business; null where it does. */
function over(
  { dispute }: DisputeSubject,
  now: Deps['clock'] extends { now(): infer I } ? I : never,
): NotAnswered | null {
  if (dispute.state === 'answered') return { code: 'answered_before' };
  if (dispute.state !== 'asked' && dispute.state !== 'open') return { code: 'dispute_over' };
  return now >= dispute.answerBy ? { code: 'too_late' } : null;
}

type Row = typeof disputeAnswers.$inferInsert;

/** Commits an answer, once for each time that the matter was opened. @returns its row's id */
const keep = (
  deps: Deps,
  subject: DisputeSubject,
  row: Omit<Row, 'accountId' | 'dispute' | 'state' | 'madeAt'>,
): Promise<string | null> =>
  deps.db.transaction(async (tx) => {
    const dispute = subject.dispute.id;
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`dispute:${dispute}`}, 0))`);
    const before = await tx.select().from(disputeAnswers).where(eq(disputeAnswers.dispute, dispute));
    const since = before.filter(({ madeAt }) => madeAt >= subject.dispute.openedAt);
    if (since.length > 0) return since[0]!.id === row.id ? row.id : null;
    const about = { dispute, accountId: subject.accountId, state: 'open' as const, madeAt: deps.clock.now() };
    await tx.insert(disputeAnswers).values({ ...row, ...about });
    return row.id;
  });

async function recordSent(deps: Deps, tx: Tx, subject: DisputeSubject, sha256: string): Promise<void> {
  const now = deps.clock.now();
  const { id: disputeId } = subject.dispute;
  if (subject.kind === 'request') {
    const request = (await lockRequest(tx, subject.request.id))!;
    if (sha256 !== '')
      await recordOfRequest(tx, deps, request, { kind: 'disputeAnswered', dispute: disputeId, sha256 }, { now });
    else await takeBackDisputed(deps, tx, request, disputeId);
    return;
  }
  for (const bookingId of subject.bookingIds) {
    const loaded = (await lockBooking(tx, bookingId))!;
    const dispute = ledgerOf(loaded.facts).after.disputes.find(({ id }) => id === disputeId);
    if (!dispute || dispute.decidedAt !== null) continue;
    const { receiptId, amount, claims, fee, feeTax, tip } = dispute;
    const top = { ...(fee > 0 ? { fee, feeTax } : {}), ...(tip > 0 ? { tip } : {}) };
    const fact: Fact =
      sha256 !== ''
        ? { kind: 'disputeAnswered', at: now, disputeId, sha256 }
        : { kind: 'disputeDecided', at: now, disputeId, receiptId, outcome: 'givenIn', amount, claims, ...top };
    if (sha256 !== '' || isUndecided(dispute)) await recordFacts(tx, loaded, [fact], now);
  }
}

/** Has the processor take an answer that is kept, and records that it did. Safe to repeat after a crash at any point. */
export async function sendAnswer(deps: Deps, id: string): Promise<'sent' | 'late'> {
  const [row] = await deps.db
    .update(disputeAnswers)
    .set({ calledAt: sql`now()` })
    .where(eq(disputeAnswers.id, id))
    .returning();
  if (row!.state !== 'open') return row!.state;
  const subject = (await disputeSubject(deps.db, row!.dispute))!;
  const { dispute, shows, content, kind, sha256 } = row!;
  const said = await keepingTrouble(deps, 'answer', id, async () => {
    const processor = await processorOf(deps, row!.accountId);
    if (kind === 'givesIn') return processor.giveInDispute({ key: id, dispute });
    const { family } = subject.dispute;
    return processor.answerDispute({ key: id, dispute, family, shows, document: new Uint8Array(content!) });
  });
  const state = said === 'taken' ? ('sent' as const) : ('late' as const);
  await deps.db.transaction(async (tx) => {
    const [locked] = await tx.select().from(disputeAnswers).where(eq(disputeAnswers.id, id)).for('update');
    if (locked!.state !== 'open') return;
    await tx.update(disputeAnswers).set({ state }).where(eq(disputeAnswers.id, id));
    if (state === 'sent') await recordSent(deps, tx, subject, sha256);
  });
  return state;
}

/** Puts the answer together and sends it: what is kept of the booking, with the owner's word and pictures. */
export const answerDispute =
  (deps: Deps) =>
  async ({ dispute, requestKey: id, word, pictures }: AnswerDispute): Promise<Result<null, NotAnswered>> => {
    const subject = await disputeSubject(deps.db, dispute);
    if (!subject) return refuse({ code: 'dispute_unknown' });
    const now = deps.clock.now();
    const [repeated] = await deps.db
      .select({ id: disputeAnswers.id })
      .from(disputeAnswers)
      .where(eq(disputeAnswers.id, id));
    if (!repeated) {
      const refused = over(subject, now);
      if (refused) return refuse(refused);
      const known = pictures.length > 0 ? await deps.db.$count(files, inArray(files.id, pictures)) : 0;
      if (known < new Set(pictures).size) return refuse({ code: 'picture_unknown' });
      // Outside any transaction: pictures are drawn for it.
      const { content, pages, shows } = await answerDocument(deps.db, subject, { word, pictures, now });
      const sha256 = createHash('sha256').update(content).digest('hex');
      const kept = await keep(deps, subject, { id, kind: 'shows', word, shows, pages, content, sha256 });
      if (kept === null) return refuse({ code: 'answered_before' });
    }
    return (await sendAnswer(deps, id)) === 'sent' ? ok(null) : refuse({ code: 'too_late' });
  };

/** The payer is to have it: nothing is shown, and it is lost at once. */
export const concedeDispute =
  (deps: Deps) =>
  async ({ dispute, requestKey: id }: ConcedeDispute): Promise<Result<null, NotAnswered>> => {
    const subject = await disputeSubject(deps.db, dispute);
    if (!subject) return refuse({ code: 'dispute_unknown' });
    const [repeated] = await deps.db
      .select({ id: disputeAnswers.id })
      .from(disputeAnswers)
      .where(eq(disputeAnswers.id, id));
    if (!repeated) {
      const { state } = subject.dispute;
      if (state !== 'open') return refuse({ code: state === 'answered' ? 'answered_before' : 'dispute_over' });
      if ((await keep(deps, subject, { id, kind: 'givesIn', shows: [] })) === null)
        return refuse({ code: 'answered_before' });
    }
    return (await sendAnswer(deps, id)) === 'sent' ? ok(null) : refuse({ code: 'too_late' });
  };

/** Sends again what a crash left open. */
export async function recoverAnswers(deps: Deps, patienceSeconds = 20): Promise<void> {
  const left = await deps.db
    .select({ id: disputeAnswers.id })
    .from(disputeAnswers)
    .where(
      and(
        eq(disputeAnswers.state, 'open'),
        pauseOver(disputeAnswers.calledAt, patienceSeconds),
        not(givenUpOn('answer', disputeAnswers.id)),
      ),
    )
    .limit(20);
  for (const { id } of left) {
    try {
      await sendAnswer(deps, id);
    } catch (error) {
      deps.report(`the answer ${id} to a dispute could not be sent`, error);
    }
  }
}
