import { addHours, type Instant } from '#core/calendar/instant';
import { type Minor, minor } from '#core/money/minor';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { CardProcessor, Clock, ProcessorEvent } from '#server/ports';
import { decide } from '#world/cardNetwork/decide';
import { answerDispute, disputeMoment, giveInDispute } from '#world/cardNetwork/disputes';
import { appendEvent, eventRow } from '#world/cardNetwork/events';
import type { NetworkRequest } from '#world/cardNetwork/request';
import { authorisations, events, payments, requests, vault } from '#world/cardNetwork/tables';
import {
  abilitiesOf,
  type AtAccount,
  bankPage,
  holdRow,
  paymentRow,
  reference,
  refundRow,
  waitForClient,
} from '#world/cardNetwork/rows';
import { accounts } from '#world/accounts/tables';
import type { BankBehaviour } from '#world/accounts/testBankAccounts';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import type { WorldDatabase, WorldTx } from '#world/database';
import { and, eq, getTableColumns, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';

/** A collection from a bank account settles then; one that comes back does so a day earlier. */
const settleHours = 4 * 24;
const comesBackHours = 3 * 24;

type Deps = {
  readonly db: WorldDatabase;
  readonly clock: Clock;
  readonly baseUrl: string;
  readonly account: string;
  readonly access: string;
};
type OnCard = Extract<NetworkRequest, { kind: 'charge' | 'authorise' | 'verify' }>;

const declined = (code: string, at: Instant, decline: 'soft' | 'hard' = 'hard'): ProcessorAnswer => ({
  outcome: 'declined',
  code,
  decline,
  at,
});

/** Carries out what an issuer has approved. */
export async function approveOnCard(
  tx: WorldTx,
  { account, provider }: AtAccount,
  request: OnCard,
  at: Instant,
  behaviour?: CardBehaviour,
): Promise<Extract<ProcessorAnswer, { outcome: 'approved' }>> {
  if (request.kind === 'verify') return { outcome: 'approved', reference: reference('check'), at };
  const { amount, currency, description } = request;
  if (request.kind === 'charge') {
    const paid = paymentRow({ account, amount, currency, description, token: request.card }, at);
    const disputeAt = request.card === null ? null : await disputeMoment(tx, request.card, 'payment', at, behaviour);
    await tx.insert(payments).values({ ...paid, disputeAt });
    return { outcome: 'approved', reference: paid.reference, at };
  }
  const held = holdRow({ account, provider }, request, at);
  await tx.insert(authorisations).values(held);
  return { outcome: 'approved', reference: held.reference, at, expires: held.expiresAt };
}

async function onCard(tx: WorldTx, about: AtAccount, request: OnCard, at: Instant, baseUrl: string) {
  const { way } = abilitiesOf(about.provider);
  if (way === 'reader')
    return request.kind !== 'verify' && request.card === null
      ? waitForClient(() => `${baseUrl}/stand-in/reader`, at)
      : { answer: declined('57', at) };
  const known = and(eq(vault.token, request.card ?? ''), eq(vault.account, about.account));
  const [found] = await tx.select().from(vault).where(known).for('update');
  if (!found) return { answer: declined('14', at) };
  if (way === 'debit') return collect(request, found.behaviour as BankBehaviour, found.last4, at);
  const card = { ...found, behaviour: found.behaviour as CardBehaviour };
  const renewal = request.kind === 'authorise' && request.renews !== undefined;
  const decision = decide(
    card.behaviour,
    { kind: request.kind, clientPresent: request.clientPresent, renewal },
    card.refusals,
  );
  if (decision.say === 'confirm') return waitForClient(bankPage(baseUrl), at);
  if (decision.say === 'decline') {
    await tx
      .update(vault)
      .set({ refusals: card.refusals + 1 })
      .where(eq(vault.token, card.token));
    return { answer: declined(decision.code, at, decision.decline) };
  }
  if (card.refusals > 0) await tx.update(vault).set({ refusals: 0 }).where(eq(vault.token, card.token));
  return { answer: await approveOnCard(tx, about, request, at, card.behaviour) };
}

async function capture(
  tx: WorldTx,
  { account: own, provider }: AtAccount,
  request: Extract<NetworkRequest, { kind: 'capture' }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const [held] = await tx
    .select()
    .from(authorisations)
    .where(and(eq(authorisations.reference, request.authorisation), eq(authorisations.account, own)))
    .for('update');
  if (!held || held.state !== 'live' || held.expiresAt <= at) return declined('54', at);
  const before = held.captured ?? 0;
  if (before + request.amount > held.amount) return declined('61', at);
  // One capture: what is not taken is let go. Several: the rest stays held while more is to follow.
  const several = abilitiesOf(provider).captures === 'several';
  if (request.more && !several) return declined('57', at);
  const stays = Boolean(request.more) && before + request.amount < held.amount;
  const captured = minor(before + request.amount);
  await tx
    .update(authorisations)
    .set(stays ? { captured } : { state: 'captured', captured, endedAt: at })
    .where(eq(authorisations.reference, held.reference));
  const { currency, description, account } = held;
  const paid = paymentRow({ account, amount: request.amount, currency, description, token: held.token }, at);
  await tx.insert(payments).values({ ...paid, disputeAt: await disputeMoment(tx, held.token, 'capture', at) });
  return { outcome: 'approved', reference: paid.reference, at };
}

async function release(
  tx: WorldTx,
  request: Extract<NetworkRequest, { authorisation: string }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const changed = await tx
    .update(authorisations)
    .set({ state: 'released', endedAt: at })
    .where(and(eq(authorisations.reference, request.authorisation), eq(authorisations.state, 'live')))
    .returning({ reference: authorisations.reference });
  return changed.length > 0 ? { outcome: 'approved', reference: request.authorisation, at } : declined('25', at);
}

/** An authorisation in force that lasts from now on as a new one would. */
async function extend(
  tx: WorldTx,
  { account, provider }: AtAccount,
  request: Extract<NetworkRequest, { authorisation: string }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const { extends: can, renewValidHours } = abilitiesOf(provider);
  if (!can) return declined('57', at);
  const own = and(eq(authorisations.reference, request.authorisation), eq(authorisations.account, account));
  const [held] = await tx.select().from(authorisations).where(own).for('update');
  if (!held || held.state !== 'live' || held.expiresAt <= at) return declined('54', at);
  const [card] = await tx.select().from(vault).where(eq(vault.token, held.token));
  const renewal = { kind: 'authorise' as const, clientPresent: false, renewal: true };
  const decision = card ? decide(card.behaviour as CardBehaviour, renewal, 0) : null;
  if (decision?.say !== 'approve') return declined(decision?.say === 'decline' ? decision.code : '57', at);
  const expires = addHours(at, renewValidHours);
  await tx.update(authorisations).set({ expiresAt: expires }).where(own);
  return { outcome: 'approved', reference: held.reference, at, expires };
}

async function raise(
  tx: WorldTx,
  { account, provider }: AtAccount,
  request: Extract<NetworkRequest, { kind: 'raise' }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  if (!abilitiesOf(provider).raises) return declined('57', at);
  const own = and(eq(authorisations.reference, request.authorisation), eq(authorisations.account, account));
  const [held] = await tx.select().from(authorisations).where(own).for('update');
  if (!held || held.state !== 'live' || held.expiresAt <= at) return declined('54', at);
  const [card] = await tx.select().from(vault).where(eq(vault.token, held.token));
  const placed = { kind: 'authorise' as const, clientPresent: false, renewal: false };
  const decision = card ? decide(card.behaviour as CardBehaviour, placed, 0) : null;
  // What was taken of it stays taken: the sum is of what is held on.
  const amount = minor(request.amount + (held.captured ?? 0));
  if (decision?.say !== 'approve' || amount <= held.amount)
    return declined(decision?.say === 'decline' ? decision.code : '57', at);
  await tx.update(authorisations).set({ amount }).where(own);
  return { outcome: 'approved', reference: held.reference, at, expires: held.expiresAt };
}

async function refund(
  tx: WorldTx,
  request: Extract<NetworkRequest, { kind: 'refund' }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const [paid] = await tx.select().from(payments).where(eq(payments.reference, request.payment)).for('update');
  if (!paid || paid.refunded + request.amount > paid.amount) return declined('61', at);
  const refunded = minor(paid.refunded + request.amount);
  await tx.update(payments).set({ refunded }).where(eq(payments.reference, paid.reference));
  const given = refundRow(paid, request.amount, at);
  await tx.insert(payments).values(given);
  return { outcome: 'approved', reference: given.reference, at };
}

/** Collected from a bank account: its bank decides within days. */
function collect(request: OnCard, behaviour: BankBehaviour, last4: string, at: Instant) {
  if (behaviour === 'closed') return { answer: declined('AC04', at) };
  if (request.kind === 'authorise') return { answer: declined('57', at) };
  if (request.kind === 'verify') {
    const answer: ProcessorAnswer = { outcome: 'approved', reference: reference('mandate'), at };
    return { answer };
  }
  const settles = addHours(at, settleHours);
  const answer: ProcessorAnswer = { outcome: 'pending', reference: reference('debit'), settles, last4, at };
  return { answer, settleAt: behaviour === 'comesBack' ? addHours(at, comesBackHours) : settles };
}

type OnWhatWasGiven = Exclude<NetworkRequest, OnCard>;
function atAuthorisation(
  tx: WorldTx,
  about: AtAccount,
  request: OnWhatWasGiven,
  at: Instant,
): Promise<ProcessorAnswer> {
  switch (request.kind) {
    case 'capture':
      return capture(tx, about, request, at);
    case 'release':
      return release(tx, request, at);
    case 'extend':
      return extend(tx, about, request, at);
    case 'raise':
      return raise(tx, about, request, at);
    case 'refund':
      return refund(tx, request, at);
  }
}

/**
 * From here on whoever asks with the same key waits, and finds the first one's answer.
 * @throws where the access is not the account's newest, or has run out, or the account takes another currency
 */
async function admitted(
  tx: WorldTx,
  asked: { account: string; access: string; key: string; currency: string | undefined; now: Instant },
): Promise<AtAccount> {
  const { account, access, key, currency, now } = asked;
  const turn = sql`pg_advisory_xact_lock(hashtextextended(${key}, 0))`;
  const [row] = await tx
    .select({ ...getTableColumns(accounts), turn })
    .from(accounts)
    .where(eq(accounts.reference, account));
  if (!row || row.access !== access || row.accessUntil <= now) throw new Error(`no access to ${account}`);
  if (currency !== undefined && currency !== row.currency) throw new Error(`${account} takes ${row.currency} alone`);
  return { account, provider: row.provider };
}

/** The stand-in's card processor: its own state, one answer to a key, an event after each. */
export function openProcessor({ db, clock, baseUrl, account, access }: Deps): CardProcessor {
  const answerOnce = (request: NetworkRequest): Promise<ProcessorAnswer> =>
    db.transaction(async (tx) => {
      const about = await admitted(tx, {
        account,
        access,
        key: request.key,
        now: clock.now(),
        currency: 'currency' in request ? request.currency : undefined,
      });
      const [before] = await tx.select().from(requests).where(eq(requests.key, request.key)).for('update');
      if (before) {
        const same = isDeepStrictEqual(before.request, JSON.parse(JSON.stringify(request)));
        if (!same) throw new Error(`the key ${request.key} came before with another request`);
        return before.answer;
      }
      const at = clock.now();
      const result =
        request.kind === 'charge' || request.kind === 'authorise' || request.kind === 'verify'
          ? await onCard(tx, about, request, at, baseUrl)
          : {
              answer: await atAuthorisation(tx, about, request, at),
            };
      const { key } = request;
      const kept = tx.insert(requests).values({ key, request, at, account, ...result });
      const answered = tx.$with('answered', {}).as(kept.getSQL());
      const event: ProcessorEvent = { account, type: 'request.answered', key, answer: result.answer };
      await tx.with(answered).insert(events).values(eventRow(event, at));
      return result.answer;
    });

  return {
    charge: (request) => answerOnce({ kind: 'charge', ...request }),
    authorise: (request) => answerOnce({ kind: 'authorise', ...request }),
    capture: (request) => answerOnce({ kind: 'capture', ...request }),
    release: (request) => answerOnce({ kind: 'release', ...request }),
    extend: (request) => answerOnce({ kind: 'extend', ...request }),
    raise: (request) => answerOnce({ kind: 'raise', ...request }),
    answerDispute: (request) => answerDispute({ db, clock, account }, request),
    giveInDispute: (request) => giveInDispute({ db, clock, account }, request),
    refund: (request) => answerOnce({ kind: 'refund', ...request }),
    verify: (request) => answerOnce({ kind: 'verify', ...request }),
    abandon: ({ reference: confirmation }) =>
      answerConfirmation({ db, clock }, confirmation, false).then(() => undefined),
    async cardOf(token) {
      const known = and(eq(vault.token, token), eq(vault.account, account));
      const [card] = await db.select({ last4: vault.last4 }).from(vault).where(known);
      return card ?? null;
    },
    liveAuthorisations: () =>
      db
        .select({
          reference: authorisations.reference,
          amount: sql<number>`${authorisations.amount} - coalesce(${authorisations.captured}, 0)`.mapWith(
            (left) => Number(left) as Minor,
          ),
          currency: authorisations.currency,
        })
        .from(authorisations)
        .where(and(eq(authorisations.state, 'live'), eq(authorisations.account, account))) as Promise<
        { reference: string; amount: Minor; currency: string }[]
      >,
  };
}

/** ISO 8583 has no code for a client who does not confirm; this one is the network's own. */
export const notConfirmed = 'N0';
const stoppedAtCounter = 'CN';

/** The client says yes or no on the bank's page, or the time for it has run out. */
export async function answerConfirmation(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  confirmation: string,
  yes: boolean,
  /** The card that was presented, where a reader asked for one. */
  presented?: { readonly behaviour: CardBehaviour; readonly last4: string },
): Promise<'done' | 'unknown' | 'over'> {
  return db.transaction(async (tx) => {
    const [waiting] = await tx.select().from(requests).where(eq(requests.confirmation, confirmation)).for('update');
    if (!waiting) return 'unknown';
    if (waiting.answer.outcome !== 'confirm') return 'over';
    const at = clock.now();
    const inTime = waiting.confirmUntil !== null && at < waiting.confirmUntil;
    const [row] = await tx.select().from(accounts).where(eq(accounts.reference, waiting.account));
    const about = { account: waiting.account, provider: row!.provider };
    const atReader = abilitiesOf(about.provider).way === 'reader';
    const decision = presented
      ? decide(
          presented.behaviour,
          { kind: waiting.request.kind === 'authorise' ? 'authorise' : 'charge', clientPresent: true, renewal: false },
          0,
        )
      : null;
    const answer: ProcessorAnswer =
      !yes || !inTime
        ? declined(atReader ? stoppedAtCounter : notConfirmed, at, 'soft')
        : decision?.say === 'decline'
          ? declined(decision.code, at, decision.decline)
          : {
              ...(await approveOnCard(tx, about, waiting.request as OnCard, at)),
              ...(presented ? { last4: presented.last4 } : {}),
            };
    await tx.update(requests).set({ answer, confirmUntil: null }).where(eq(requests.key, waiting.key));
    await appendEvent(tx, { account: waiting.account, type: 'request.answered', key: waiting.key, answer }, at);
    return inTime ? 'done' : 'over';
  });
}
