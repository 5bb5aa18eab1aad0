import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { type Minor, minor } from '#core/money/minor';
import type { CardProcessor, Clock, ProcessorAnswer } from '#server/ports';
import { decide } from '#world/cardNetwork/decide';
import { appendEvent } from '#world/cardNetwork/events';
import type { NetworkRequest } from '#world/cardNetwork/request';
import { authorisations, payments, requests, vault } from '#world/cardNetwork/tables';
import { payOutMoment } from '#world/cardNetwork/workingDays';
import type { WorldDatabase, WorldTx } from '#world/database';
import { and, eq, sql } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';

export const abilities = { validHours: 168, renewValidHours: 168 } as const;
/** How long a bank waits for the client's confirmation. */
const confirmSeconds = 15 * 60;

const reference = (kind: string): string => `${kind}_${randomBytes(9).toString('base64url')}`;

type Deps = { readonly db: WorldDatabase; readonly clock: Clock; readonly baseUrl: string };
type OnCard = Extract<NetworkRequest, { kind: 'charge' | 'authorise' | 'verify' }>;

const declined = (code: string, at: Instant, decline: 'soft' | 'hard' = 'hard'): ProcessorAnswer => ({
  outcome: 'declined',
  code,
  decline,
  at,
});

/** Carries out what an issuer has approved. */
export async function approveOnCard(tx: WorldTx, request: OnCard, at: Instant): Promise<ProcessorAnswer> {
  if (request.kind === 'verify') return { outcome: 'approved', reference: reference('check'), at };
  const { amount, currency, description } = request;
  if (request.kind === 'charge') {
    const payment = reference('pay');
    await tx.insert(payments).values({
      reference: payment,
      amount,
      currency,
      description,
      refunded: minor(0),
      at,
      payOutAt: payOutMoment(at),
    });
    return { outcome: 'approved', reference: payment, at };
  }
  const held = reference('hold');
  const hours = request.renews ? abilities.renewValidHours : abilities.validHours;
  const expires = addHours(at, hours);
  await tx.insert(authorisations).values({
    reference: held,
    token: request.card,
    amount,
    currency,
    description,
    placedAt: at,
    expiresAt: expires,
    state: 'live',
    renews: request.renews ?? null,
  });
  return { outcome: 'approved', reference: held, at, expires };
}

async function onCard(tx: WorldTx, request: OnCard, at: Instant, baseUrl: string) {
  const [card] = await tx.select().from(vault).where(eq(vault.token, request.card)).for('update');
  if (!card) return { answer: declined('14', at) };
  const renewal = request.kind === 'authorise' && request.renews !== undefined;
  const decision = decide(
    card.behaviour,
    { kind: request.kind, clientPresent: request.clientPresent, renewal },
    card.refusals,
  );
  if (decision.say === 'confirm') {
    const confirmation = randomBytes(18).toString('base64url');
    const until = addSeconds(at, confirmSeconds);
    const url = `${baseUrl}/stand-in/bank/${confirmation}`;
    const answer: ProcessorAnswer = { outcome: 'confirm', reference: confirmation, url, until, at };
    return { answer, confirmation, confirmUntil: until };
  }
  if (decision.say === 'decline') {
    await tx
      .update(vault)
      .set({ refusals: card.refusals + 1 })
      .where(eq(vault.token, card.token));
    return { answer: declined(decision.code, at, decision.decline) };
  }
  if (card.refusals > 0) await tx.update(vault).set({ refusals: 0 }).where(eq(vault.token, card.token));
  return { answer: await approveOnCard(tx, request, at) };
}

async function capture(
  tx: WorldTx,
  request: Extract<NetworkRequest, { kind: 'capture' }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const [held] = await tx
    .select()
    .from(authorisations)
    .where(eq(authorisations.reference, request.authorisation))
    .for('update');
  if (!held || held.state !== 'live' || held.expiresAt <= at) return declined('54', at);
  if (request.amount > held.amount) return declined('61', at);
  await tx
    .update(authorisations)
    .set({ state: 'captured', captured: request.amount, endedAt: at })
    .where(eq(authorisations.reference, held.reference));
  const { currency, description } = held;
  const payment = reference('pay');
  await tx.insert(payments).values({
    reference: payment,
    amount: request.amount,
    currency,
    description,
    refunded: minor(0),
    at,
    payOutAt: payOutMoment(at),
  });
  return { outcome: 'approved', reference: payment, at };
}

async function release(
  tx: WorldTx,
  request: Extract<NetworkRequest, { kind: 'release' }>,
  at: Instant,
): Promise<ProcessorAnswer> {
  const changed = await tx
    .update(authorisations)
    .set({ state: 'released', endedAt: at })
    .where(and(eq(authorisations.reference, request.authorisation), eq(authorisations.state, 'live')))
    .returning({ reference: authorisations.reference });
  return changed.length > 0 ? { outcome: 'approved', reference: request.authorisation, at } : declined('25', at);
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
  const given = reference('back');
  await tx.insert(payments).values({
    reference: given,
    amount: minor(-request.amount),
    currency: paid.currency,
    description: paid.description,
    refunded: minor(0),
    at,
    payOutAt: payOutMoment(at),
  });
  return { outcome: 'approved', reference: given, at };
}

/** The stand-in's card processor: its own state, one answer to a key, an event after each. */
export function openProcessor({ db, clock, baseUrl }: Deps): CardProcessor {
  const answerOnce = (request: NetworkRequest): Promise<ProcessorAnswer> =>
    db.transaction(async (tx) => {
      // The same key at the same moment: the second waits, and finds the first one's answer.
      await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${request.key}, 0))`);
      const [before] = await tx.select().from(requests).where(eq(requests.key, request.key)).for('update');
      if (before) {
        const same = isDeepStrictEqual(before.request, JSON.parse(JSON.stringify(request)));
        if (!same) throw new Error(`the key ${request.key} came before with another request`);
        return before.answer;
      }
      const at = clock.now();
      const result =
        request.kind === 'charge' || request.kind === 'authorise' || request.kind === 'verify'
          ? await onCard(tx, request, at, baseUrl)
          : {
              answer: await (request.kind === 'capture'
                ? capture(tx, request, at)
                : request.kind === 'release'
                  ? release(tx, request, at)
                  : refund(tx, request, at)),
            };
      await tx.insert(requests).values({ key: request.key, request, at, ...result });
      await appendEvent(tx, { type: 'request.answered', key: request.key, answer: result.answer }, at);
      return result.answer;
    });

  return {
    abilities,
    charge: (request) => answerOnce({ kind: 'charge', ...request }),
    authorise: (request) => answerOnce({ kind: 'authorise', ...request }),
    capture: (request) => answerOnce({ kind: 'capture', ...request }),
    release: (request) => answerOnce({ kind: 'release', ...request }),
    refund: (request) => answerOnce({ kind: 'refund', ...request }),
    verify: (request) => answerOnce({ kind: 'verify', ...request }),
    abandon: ({ reference: confirmation }) =>
      answerConfirmation({ db, clock }, confirmation, false).then(() => undefined),
    async cardOf(token) {
      const [card] = await db.select({ last4: vault.last4 }).from(vault).where(eq(vault.token, token));
      return card ?? null;
    },
    liveAuthorisations: () =>
      db
        .select({
          reference: authorisations.reference,
          amount: authorisations.amount,
          currency: authorisations.currency,
        })
        .from(authorisations)
        .where(eq(authorisations.state, 'live')) as Promise<{ reference: string; amount: Minor; currency: string }[]>,
  };
}

/** ISO 8583 has no code for a client who does not confirm; this one is the network's own. */
export const notConfirmed = 'N0';

/** The client says yes or no on the bank's page, or the time for it has run out. */
export async function answerConfirmation(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  confirmation: string,
  yes: boolean,
): Promise<'done' | 'unknown' | 'over'> {
  return db.transaction(async (tx) => {
    const [waiting] = await tx.select().from(requests).where(eq(requests.confirmation, confirmation)).for('update');
    if (!waiting) return 'unknown';
    if (waiting.answer.outcome !== 'confirm') return 'over';
    const at = clock.now();
    const inTime = waiting.confirmUntil !== null && at < waiting.confirmUntil;
    const answer =
      yes && inTime ? await approveOnCard(tx, waiting.request as OnCard, at) : declined(notConfirmed, at, 'soft');
    await tx.update(requests).set({ answer, confirmUntil: null }).where(eq(requests.key, waiting.key));
    await appendEvent(tx, { type: 'request.answered', key: waiting.key, answer }, at);
    return inTime ? 'done' : 'over';
  });
}
