import type { Instant } from '#core/calendar/instant';
import { minor, sum } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import type { Decimal } from '#core/money/decimal';
import type { Clock } from '#server/ports';
import { appendEvent } from '#world/cardNetwork/events';
import { answerConfirmation } from '#world/cardNetwork/processor';
import { authorisations, events, payments, requests } from '#world/cardNetwork/tables';
import type { WorldDatabase } from '#world/database';
import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm';

/** The processor's fee on a payment: 1.4 % and 25 minor units, nothing on what is given back. */
const feeOn = (amount: number): number => (amount > 0 ? Number(percentOf(amount, '1.4' as Decimal)) + 25 : 0);

/** Expiries, abandoned confirmations and payouts whose moment has come. @returns whether anything happened */
export async function advanceNetwork(db: WorldDatabase, clock: Clock): Promise<boolean> {
  const now = clock.now();
  const over = await db
    .select({ confirmation: requests.confirmation })
    .from(requests)
    .where(lte(requests.confirmUntil, now));
  for (const { confirmation } of over) await answerConfirmation({ db, clock }, confirmation!, false);
  const lapsed = await lapseExpired(db, now);
  const paidOut = await payOut(db, now);
  return over.length > 0 || lapsed || paidOut;
}

const lapseExpired = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const lapsed = await tx
      .update(authorisations)
      .set({ state: 'lapsed', endedAt: now })
      .where(and(eq(authorisations.state, 'live'), lte(authorisations.expiresAt, now)))
      .returning();
    for (const { reference: authorisation, expiresAt: at } of lapsed) {
      await appendEvent(tx, { type: 'authorisation.lapsed', authorisation, at }, now);
    }
    return lapsed.length > 0;
  });

const payOut = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const due = await tx
      .select()
      .from(payments)
      .where(and(isNull(payments.payout), lte(payments.payOutAt, now)))
      .orderBy(asc(payments.at))
      .for('update');
    const batches = new Set(due.map((payment) => `${payment.payOutAt} ${payment.currency}`));
    for (const name of batches) {
      const batch = due.filter((payment) => `${payment.payOutAt} ${payment.currency}` === name);
      const { currency, payOutAt } = batch[0]!;
      const payout = `out_${payOutAt.slice(0, 10)}_${currency}`;
      const lines = batch.map(({ reference, amount }) => ({ reference, amount, fee: feeOn(amount) }));
      for (const { reference } of lines) {
        await tx.update(payments).set({ payout }).where(eq(payments.reference, reference));
      }
      const gross = sum(lines.map((line) => line.amount));
      const fee = minor(lines.reduce((total, line) => total + line.fee, 0));
      await appendEvent(tx, { type: 'payout.made', payout, at: payOutAt, currency, gross, fee, payments: lines }, now);
    }
    return due.length > 0;
  });

/** The next moment at which the network acts by itself, or had to act already; in one statement, as it is asked often. */
export async function nextNetworkMoment(db: WorldDatabase): Promise<Instant | null> {
  const result = await db.execute(sql`select least(
    (select min(${authorisations.expiresAt}) from ${authorisations} where ${authorisations.state} = 'live'),
    (select min(${payments.payOutAt}) from ${payments} where ${payments.payout} is null),
    (select min(${requests.confirmUntil}) from ${requests}),
    (select min(${events.dueAt}) from ${events} where not ${events.delivered})
  ) as at`);
  return (result as unknown as { rows: { at: Instant | null }[] }).rows[0]?.at ?? null;
}
