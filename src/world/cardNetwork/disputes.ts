import { decisiveEvidence, type EvidenceKind } from '#core/disputes/evidence';
import type { DisputeFamily } from '#core/claims/said';
import { addHours, type Instant } from '#core/calendar/instant';
import { type Minor, minor } from '#core/money/minor';
import type { Clock, DisputeAnswered } from '#server/ports';
import { descriptionOf } from '#world/accounts/catalogue';
import { accounts } from '#world/accounts/tables';
import { appendEvent } from '#world/cardNetwork/events';
import { reference } from '#world/cardNetwork/rows';
import { disputes, payments, vault } from '#world/cardNetwork/tables';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import { payOutMoment } from '#world/cardNetwork/workingDays';
import type { WorldDatabase, WorldTx } from '#world/database';
import { and, eq, isNotNull, lte, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';

const days = (count: number): number => count * 24;
/** Ten weeks after a payment its payer disputes it. */
const disputedAfter = days(70);
const toAnswer = days(14);
const toAnswerInquiry = days(7);
const deciding = days(10);
const opensAgainAfter = days(20);

type About = { readonly family: DisputeFamily; readonly code: string; readonly of: 'payment' | 'capture' };

/** What cards are disputed for; the code is the bank's own, by the family. */
const disputing: { readonly [B in CardBehaviour]?: About } = {
  disputesNotAuthorised: { family: 'notAuthorised', code: 'NA1', of: 'payment' },
  disputesNotProvided: { family: 'notProvided', code: 'NP1', of: 'payment' },
  disputesNotAsDescribed: { family: 'notAsDescribed', code: 'ND1', of: 'payment' },
  disputesCancelled: { family: 'cancelled', code: 'CN1', of: 'payment' },
  disputesOtherSum: { family: 'otherSum', code: 'OS1', of: 'payment' },
  disputesAuthorisation: { family: 'authorisation', code: 'AU1', of: 'payment' },
  asksFirst: { family: 'notProvided', code: 'NP2', of: 'payment' },
  opensAgain: { family: 'notAuthorised', code: 'NA2', of: 'payment' },
  disputesClaims: { family: 'notAsDescribed', code: 'ND2', of: 'capture' },
};

const behaviourOf = async (tx: WorldTx, token: string): Promise<CardBehaviour | null> => {
  const [card] = await tx.select().from(vault).where(eq(vault.token, token));
  return (card?.behaviour as CardBehaviour | undefined) ?? null;
};

/** When the payer of a payment that is made now will dispute it; one payment of a card, and only one. */
export async function disputeMoment(
  tx: WorldTx,
  token: string,
  of: About['of'],
  at: Instant,
  known?: CardBehaviour,
): Promise<Instant | null> {
  const behaviour = known ?? (await behaviourOf(tx, token));
  if (behaviour === null || disputing[behaviour]?.of !== of) return null;
  const before = await tx.$count(payments, and(eq(payments.token, token), isNotNull(payments.disputeAt)));
  return before > 0 ? null : addHours(at, disputedAfter);
}

type Row = typeof disputes.$inferSelect;

async function move(tx: WorldTx, of: Row, amount: Minor, what: string, at: Instant): Promise<void> {
  const [paid] = await tx.select().from(payments).where(eq(payments.reference, of.payment)).for('update');
  const { account, currency, description } = paid!;
  const reference = `${of.reference}, ${what}`;
  const row = { reference, account, currency, description, amount, refunded: minor(0), at, free: true };
  await tx.insert(payments).values({ ...row, payOutAt: payOutMoment(at) });
}

const held = (tx: WorldTx, payment: string, by: number) =>
  tx
    .update(payments)
    .set({ refunded: sql`${payments.refunded} + ${by}` })
    .where(eq(payments.reference, payment));

async function tell(tx: WorldTx, row: Row, state: Row['state'], charge: Minor, at: Instant): Promise<void> {
  const { account, reference: dispute, payment, amount, family, code, answerBy } = row;
  const news = {
    type: 'dispute.changed' as const,
    dispute,
    payment,
    state,
    amount,
    charge,
    family,
    code,
    answerBy,
    at,
  };
  await appendEvent(tx, { account, ...news }, at);
}

/** The money leaves, with the processor's charge; the payer's bank hears an answer until its day. */
async function open(tx: WorldTx, row: Row, at: Instant): Promise<void> {
  const [account] = await tx.select().from(accounts).where(eq(accounts.reference, row.account));
  const { disputeCharge } = descriptionOf(account!.provider);
  const answerBy = addHours(at, toAnswer);
  const opened: Row = { ...row, state: 'opened', answerBy, actsAt: answerBy, answer: null };
  await tx.update(disputes).set(opened).where(eq(disputes.reference, row.reference));
  await held(tx, row.payment, row.amount);
  await move(tx, opened, minor(-row.amount), `taken ${row.round}`, at);
  await move(tx, opened, minor(-disputeCharge), `charge ${row.round}`, at);
  await tell(tx, opened, 'opened', disputeCharge, at);
}

/** Payments that their payers dispute now. */
async function begin(tx: WorldTx, now: Instant): Promise<boolean> {
  const due = await tx.select().from(payments).where(lte(payments.disputeAt, now)).for('update');
  for (const paid of due) {
    // The moment stays known by the row's token: a card disputes once.
    await tx
      .update(payments)
      .set({ disputeAt: '9999-12-31T00:00:00Z' as Instant })
      .where(eq(payments.reference, paid.reference));
    const amount = minor(paid.amount - paid.refunded);
    const behaviour = await behaviourOf(tx, paid.token!);
    const about = behaviour && disputing[behaviour];
    if (amount <= 0 || !about) continue;
    const [account] = await tx.select().from(accounts).where(eq(accounts.reference, paid.account));
    const asks = behaviour === 'asksFirst' && descriptionOf(account!.provider).abilities.inquiries;
    const answerBy = addHours(now, asks ? toAnswerInquiry : toAnswer);
    const [row] = await tx
      .insert(disputes)
      .values({
        reference: reference('matter'),
        account: paid.account,
        payment: paid.reference,
        amount,
        family: about.family,
        code: about.code,
        state: 'asked',
        opensAgain: behaviour === 'opensAgain',
        openedAt: now,
        answerBy,
        actsAt: answerBy,
      })
      .returning();
    if (asks) await tell(tx, row!, 'asked', minor(0), now);
    else await open(tx, row!, now);
  }
  return due.length > 0;
}

/** The bank looks at what was sent: what wins the family has to be in it, and the second time letters as well. */
function convinces({ answer, family, round }: Row): boolean {
  if (!answer) return false;
  const shows = new Set<EvidenceKind>(answer.shows);
  return shows.has(decisiveEvidence(family)) && (round === 1 || shows.has('letters'));
}

/** Banks that decide, or open a matter again, at their moment. */
async function act(tx: WorldTx, now: Instant): Promise<boolean> {
  const due = await tx.select().from(disputes).where(lte(disputes.actsAt, now)).for('update');
  for (const row of due) {
    const set = (change: Partial<Row>) => tx.update(disputes).set(change).where(eq(disputes.reference, row.reference));
    if (row.state === 'won') {
      await open(tx, { ...row, round: row.round + 1, opensAgain: false }, now);
    } else if (row.state === 'asked') {
      if (!convinces(row)) await open(tx, row, now);
      else {
        await set({ state: 'dropped', actsAt: null });
        await tell(tx, row, 'dropped', minor(0), now);
      }
    } else if (convinces(row)) {
      await set({ state: 'won', actsAt: row.opensAgain ? addHours(now, opensAgainAfter) : null });
      await held(tx, row.payment, -row.amount);
      await move(tx, row, row.amount, `won ${row.round}`, now);
      await tell(tx, row, 'won', minor(0), now);
    } else {
      await set({ state: 'lost', actsAt: null });
      await tell(tx, row, 'lost', minor(0), now);
    }
  }
  return due.length > 0;
}

/** Everything that payers' banks do by themselves. @returns whether anything happened */
export const advanceDisputes = (db: WorldDatabase, now: Instant): Promise<boolean> =>
  db.transaction(async (tx) => {
    const began = await begin(tx, now);
    return (await act(tx, now)) || began;
  });

/** Takes in an answer, once; the bank decides some days later. */
export const answerDispute = (
  { db, clock, account }: { readonly db: WorldDatabase; readonly clock: Clock; readonly account: string },
  {
    key,
    dispute,
    shows,
    document,
  }: {
    readonly key: string;
    readonly dispute: string;
    readonly shows: readonly EvidenceKind[];
    readonly document: Uint8Array;
  },
): Promise<DisputeAnswered> =>
  db.transaction(async (tx) => {
    const own = and(eq(disputes.reference, dispute), eq(disputes.account, account));
    const [row] = await tx.select().from(disputes).where(own).for('update');
    if (!row) return 'unknown';
    if (row.answer) return row.answer.key === key ? 'taken' : 'late';
    const now = clock.now();
    if ((row.state !== 'asked' && row.state !== 'opened') || now >= row.answerBy) return 'late';
    const sha256 = createHash('sha256').update(document).digest('hex');
    const answer = { key, shows: [...shows], bytes: document.length, sha256 };
    await tx
      .update(disputes)
      .set({ answer, actsAt: addHours(now, deciding) })
      .where(own);
    return 'taken';
  });

/** Lets the payer have it: an inquiry becomes a dispute, and that is lost at once. */
export const giveInDispute = (
  { db, clock, account }: { readonly db: WorldDatabase; readonly clock: Clock; readonly account: string },
  { dispute }: { readonly dispute: string },
): Promise<DisputeAnswered> =>
  db.transaction(async (tx) => {
    const own = and(eq(disputes.reference, dispute), eq(disputes.account, account));
    const [row] = await tx.select().from(disputes).where(own).for('update');
    if (!row) return 'unknown';
    if (row.state === 'lost') return 'taken';
    if (row.state !== 'opened' || row.answer) return 'late';
    const now = clock.now();
    await tx.update(disputes).set({ state: 'lost', actsAt: null }).where(own);
    await tell(tx, row, 'lost', minor(0), now);
    return 'taken';
  });
