import { addHours, type Instant } from '#core/calendar/instant';
import { minor } from '#core/money/minor';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { Clock } from '#server/ports';
import { accounts } from '#world/accounts/tables';
import { appendEvent } from '#world/cardNetwork/events';
import { answerConfirmation, approveOnCard } from '#world/cardNetwork/processor';
import { payoutOf } from '#world/cardNetwork/rows';
import { payOutMoment } from '#world/cardNetwork/workingDays';
import { advanceDisputes } from '#world/cardNetwork/disputes';
import { authorisations, disputes, events, payments, requests, vault } from '#world/cardNetwork/tables';
import type { WorldDatabase, WorldTx } from '#world/database';
import { and, asc, eq, isNull, like, lte, or, sql } from 'drizzle-orm';

/** What of the network's own has fallen due: only that is looked at. @returns whether anything happened */
export async function advanceNetwork(db: WorldDatabase, clock: Clock, moments: NetworkMoments): Promise<boolean> {
  const now = clock.now();
  const isDue = (moment: Instant | null): boolean => moment !== null && moment <= now;
  const over = isDue(moments.confirmation) && (await giveUpConfirmations(db, clock));
  const settled = isDue(moments.debit) && (await settleDebits(db, now));
  const recalled = isDue(moments.recall) && (await recall(db, now));
  const disputed = (isDue(moments.dispute) || isDue(moments.step)) && (await advanceDisputes(db, now));
  const lapsed = isDue(moments.expiry) && (await lapseExpired(db, now));
  const paidOut = isDue(moments.payout) && (await payOut(db, now));
  return over || settled || recalled || disputed || lapsed || paidOut;
}

/** Confirmations whose time is over. */
async function giveUpConfirmations(db: WorldDatabase, clock: Clock): Promise<boolean> {
  const over = await db
    .select({ confirmation: requests.confirmation })
    .from(requests)
    .where(lte(requests.confirmUntil, clock.now()));
  for (const { confirmation } of over) await answerConfirmation({ db, clock }, confirmation!, false);
  return over.length > 0;
}

/** Days after which a holder has a collection sent back that had settled. */
const recallHours = 20 * 24;

/** Collections from bank accounts whose bank has decided: settled, or come back. */
const settleDebits = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const due = await tx.select().from(requests).where(lte(requests.settleAt, now)).for('update');
    for (const { key, request, answer, account } of due) {
      if (request.kind !== 'charge' || answer.outcome !== 'pending') continue;
      const [source] = await tx.select().from(vault).where(eq(vault.token, request.card!));
      const [row] = await tx.select().from(accounts).where(eq(accounts.reference, account));
      const decided: ProcessorAnswer =
        source!.behaviour === 'comesBack'
          ? { outcome: 'declined', code: 'AM04', decline: 'hard', at: now }
          : { ...(await approveOnCard(tx, { account, provider: row!.provider }, request, now)), last4: source!.last4 };
      if (decided.outcome === 'approved' && source!.behaviour === 'recalled') {
        const recallAt = addHours(now, recallHours);
        await tx.update(payments).set({ recallAt }).where(eq(payments.reference, decided.reference));
      }
      await tx.update(requests).set({ answer: decided, settleAt: null }).where(eq(requests.key, key));
      await appendEvent(tx, { account, type: 'request.answered', key, answer: decided }, now);
    }
    return due.length > 0;
  });

const recall = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const due = await tx.select().from(payments).where(lte(payments.recallAt, now)).for('update');
    for (const paid of due) {
      const { reference, account, currency, description } = paid;
      const amount = minor(paid.amount - paid.refunded);
      await tx.update(payments).set({ recallAt: null, refunded: paid.amount }).where(eq(payments.reference, reference));
      if (amount <= 0) continue;
      await tx.insert(payments).values({
        reference: `${reference}, sent back`,
        account,
        currency,
        description,
        refunded: minor(0),
        amount: minor(-amount),
        at: now,
        payOutAt: payOutMoment(now),
      });
      await appendEvent(
        tx,
        { account, type: 'payment.returned', payment: reference, amount, code: 'MD06', at: now },
        now,
      );
    }
    return due.length > 0;
  });

const lapseExpired = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const lapsed = await tx
      .update(authorisations)
      .set({ state: 'lapsed', endedAt: now })
      .where(and(eq(authorisations.state, 'live'), lte(authorisations.expiresAt, now)))
      .returning();
    for (const { reference: authorisation, expiresAt: at, account } of lapsed) {
      await appendEvent(tx, { account, type: 'authorisation.lapsed', authorisation, at }, now);
    }
    return lapsed.length > 0;
  });

/** A name that no other payout has: money that came in a little late is paid out once more on the same day. */
async function nameOfPayout(tx: WorldTx, name: string): Promise<string> {
  const before = await tx
    .selectDistinct({ payout: payments.payout })
    .from(payments)
    .where(or(eq(payments.payout, name), like(payments.payout, `${name}, %`)));
  return before.length === 0 ? name : `${name}, ${before.length + 1}`;
}

const payOut = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    // One process at a time, so that no two give one name.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext('payouts of the stand-ins'))`);
    const due = await tx
      .select()
      .from(payments)
      .where(and(isNull(payments.payout), lte(payments.payOutAt, now)))
      .orderBy(asc(payments.at))
      .for('update');
    const nameOf = (payment: (typeof due)[number]): string =>
      `${payment.payOutAt} ${payment.currency} ${payment.account}`;
    const batches = new Set(due.map(nameOf));
    for (const name of batches) {
      const batch = due.filter((payment) => nameOf(payment) === name);
      const { currency, payOutAt, account } = batch[0]!;
      const [row] = await tx.select().from(accounts).where(eq(accounts.reference, account));
      const { provider } = row!;
      const payout = await nameOfPayout(tx, `${payOutAt.slice(0, 10)} ${currency} ${account}`);
      const { lines, gross, fee } = payoutOf(provider, batch);
      for (const { reference } of lines) {
        await tx.update(payments).set({ payout }).where(eq(payments.reference, reference));
      }
      await appendEvent(
        tx,
        { account, type: 'payout.made', payout, at: payOutAt, currency, gross, fee, payments: lines },
        now,
      );
    }
    return due.length > 0;
  });

/** The next of each thing that the network does by itself, of before or ahead; null where nothing is planned. */
export type NetworkMoments = {
  readonly expiry: Instant | null;
  readonly payout: Instant | null;
  readonly confirmation: Instant | null;
  readonly debit: Instant | null;
  readonly recall: Instant | null;
  /** A dispute that is to be opened, and a step of one that is. */
  readonly dispute: Instant | null;
  readonly step: Instant | null;
  /** News that are to be told. */
  readonly news: Instant | null;
};

const allMoments = sql`select
    (select min(${authorisations.expiresAt}) from ${authorisations} where ${authorisations.state} = 'live') as expiry,
    (select min(${payments.payOutAt}) from ${payments} where ${payments.payout} is null) as payout,
    (select min(${requests.confirmUntil}) from ${requests}) as confirmation,
    (select min(${requests.settleAt}) from ${requests}) as debit,
    (select min(${payments.recallAt}) from ${payments}) as recall,
    (select min(${payments.disputeAt}) from ${payments}) as dispute,
    (select min(${disputes.actsAt}) from ${disputes}) as step,
    (select min(${events.dueAt}) from ${events} where not ${events.delivered}) as news`;
let momentsText = '';

/** All of them by one statement, as they are asked often; its text is made once. */
export async function networkMoments(db: WorldDatabase): Promise<NetworkMoments> {
  momentsText ||= db.execute(allMoments).getQuery().sql;
  const result = await db.execute(momentsText);
  return (result as unknown as { rows: [NetworkMoments] }).rows[0];
}
