import type { Actor } from '#core/people/actor';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { instantOfWall } from '#core/calendar/zoned';
import type { Pending, ProcessorAnswer } from '#core/payments/answer';
import { factsOfSent } from '#core/payments/bankDebit';
import { type AnsweredOn, factsOfAnswer } from '#core/payments/factsOfAnswer';
import { goesBackAtOnce } from '#core/payments/givingBack';
import { type Asked, otherShares } from '#core/payments/shares';
import { actingAs, actorNow } from '#server/actor/actorNow';
import { dealOf } from '#server/bookings/dealOf';
import { type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { takePlaces } from '#server/bookings/takePlaces';
import type { Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { services } from '#server/database/schema/business';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { jsonRows } from '#server/database/oneStatement';
import type { Deps } from '#server/deps';
import { cardSteps } from '#server/processorCalls/keepCards';
import { askedOf, type CallRow, type OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';
import { refusedCards, tellOfManyCards } from '#server/rateLimits/manyCards';
import { eq, type SQL, sql } from 'drizzle-orm';

const startOf = ({ booking }: LoadedBooking): Instant => instantOfWall(booking.startsAt, booking.timeZone);

/** A booking as the core has an answer recorded on it. */
export const answeredOn = (loaded: LoadedBooking, at: Instant): AnsweredOn => {
  const { id: bookingId, total, tax } = loaded.booking;
  const ledger = ledgerOf(loaded.facts);
  return { bookingId, ledger, total, tax, deal: dealOf(loaded.booking), startAt: startOf(loaded), at };
};

const lockedIntent = prepared((db) =>
  db
    .select({ intent: intents, processor: payAccounts.name })
    .from(intents)
    .innerJoin(payAccounts, eq(payAccounts.id, intents.accountId))
    .where(eq(intents.id, sql.placeholder('id')))
    .for('update', { of: intents }),
);

/**
 * Records what the processor answered, once: the call's own answer and the event that brings the same may come in
 * any order, twice, or days apart.
 * @param of its booking, where that is known
 * @returns intents that follow from it and are to be carried out after this: money that came too late goes back
 */
export async function recordAnswer(
  { db, clock, newId }: Pick<Deps, 'db' | 'clock' | 'newId'>,
  intentId: string,
  answer: ProcessorAnswer,
  of?: { readonly bookingId: string },
): Promise<OpenCall[]> {
  return db.transaction(async (tx): Promise<OpenCall[]> => {
    const bookingId = of?.bookingId ?? (await bookingOfOpen(tx, intentId));
    if (bookingId === null) return [];
    const [booked, [found]] = await Promise.all([lockBooking(tx, bookingId), lockedIntent(tx, { id: intentId })]);
    if (!found) return [];
    const loaded = booked!;
    const { intent, processor } = found;
    if (intent.state === 'approved' || intent.state === 'declined') return [];
    const about = { loaded, intent, processor, answer };
    return actingAs(whose(intent, answer), () => recordOnce(tx, { clock, newId }, about));
  });
}

/** The booking of an intent that is not answered; null where it is not ours, or was recorded before. */
async function bookingOfOpen(tx: Tx, intentId: string): Promise<string | null> {
  const [found] = await tx
    .select({ bookingId: intents.bookingId, state: intents.state })
    .from(intents)
    .where(eq(intents.id, intentId));
  return !found || found.state === 'approved' || found.state === 'declined' ? null : found.bookingId;
}

/** What comes of an intent is done by whoever wanted it; a bank that sends back what was collected does that by itself. */
const whose = ({ actor, state }: CallRow, { outcome }: ProcessorAnswer): Actor =>
  state === 'onTheWay' && outcome === 'declined' ? actorNow() : (actor ?? actorNow());

async function recordOnce(
  tx: Tx,
  { clock, newId }: Pick<Deps, 'clock' | 'newId'>,
  {
    loaded,
    intent,
    processor,
    answer,
  }: { loaded: LoadedBooking; intent: CallRow; processor: string; answer: ProcessorAnswer },
): Promise<OpenCall[]> {
  const now = clock.now();

  if (answer.outcome === 'confirm') {
    await recordConfirmation(tx, loaded, intent, answer, now);
    return [];
  }
  if (answer.outcome === 'pending') {
    await recordOnTheWay(tx, loaded, intent, answer, now);
    return [];
  }
  const asked = askedOf(intent);
  const added = factsOfAnswer(asked, answer, answeredOn(loaded, now));
  const steps = [answeredStep(intent.id, { state: answer.outcome, answer, answeredAt: now })];
  const further = await recordOn(tx, loaded, { asked, added, processor, now, newId, steps });
  if (added.some((fact) => fact.kind === 'chargeDeclined' && fact.clientPresent)) {
    const { number: of } = loaded.booking;
    const refused = refusedCards([...loaded.facts, ...added]);
    await tellOfManyCards(tx, { id: newId(), of, path: `/bookings/${of}`, refused, now });
  }
  for (const { bookingId } of otherShares(asked)) {
    const other = (await lockBooking(tx, bookingId))!;
    const shared = factsOfAnswer(asked, answer, answeredOn(other, now));
    further.push(...(await recordOn(tx, other, { asked, added: shared, processor, now, newId })));
  }
  return further;
}

type Answered = Pick<CallRow, 'state' | 'answer' | 'answeredAt'>;

/** What the intent has come to, as a part of the statement that records what follows. */
const answeredStep = (id: string, row: Answered): SQL =>
  sql`update ${intents} set state = a.state, answer = a.answer, answered_at = a.answered_at
      from ${jsonRows(intents, [row as typeof intents.$inferInsert])} a where intents.id = ${id}`;

async function recordConfirmation(
  tx: Tx,
  loaded: LoadedBooking,
  intent: CallRow,
  answer: Extract<ProcessorAnswer, { outcome: 'confirm' }>,
  now: Instant,
): Promise<void> {
  if (intent.state === 'waiting') return;
  await tx.update(intents).set({ state: 'waiting', answer }).where(eq(intents.id, intent.id));
  if (intent.request.kind !== 'hold') return;
  const { id: cardId, last4 } = intent.request.card;
  const asked = { kind: 'holdAsked' as const, at: now, amount: intent.amount, cardId, last4 };
  await recordFacts(tx, loaded, [{ ...asked, confirmUrl: answer.url, intentId: intent.id }], now);
}

/** Collected from a bank account: told on each booking that it pays for, whose place then waits for it. */
async function recordOnTheWay(
  tx: Tx,
  loaded: LoadedBooking,
  intent: CallRow,
  answer: Pending,
  now: Instant,
): Promise<void> {
  const asked = askedOf(intent);
  if (asked.sent) return;
  await tx.update(intents).set({ state: 'onTheWay', answer }).where(eq(intents.id, intent.id));
  for (const bookingId of [loaded.booking.id, ...otherShares(asked).map((share) => share.bookingId)]) {
    const on = bookingId === loaded.booking.id ? loaded : (await lockBooking(tx, bookingId))!;
    const added = factsOfSent(asked, answer, { bookingId, at: now });
    await recordFacts(tx, on, added, now, { steps: cardSteps(on.booking.clientId, asked, added) });
  }
}

/**
 * Records the facts of an answer. Where the place was given back before, it is taken again or the money goes back; what
 * comes for a booking that is cancelled goes back but for what was owed.
 */
async function recordOn(
  tx: Tx,
  loaded: LoadedBooking,
  {
    asked,
    added,
    processor,
    now,
    newId,
    steps: given = [],
  }: {
    asked: Asked;
    added: readonly Fact[];
    processor: string;
    now: Instant;
    newId: () => string;
    steps?: readonly SQL[];
  },
): Promise<OpenCall[]> {
  const steps = [...given, ...cardSteps(loaded.booking.clientId, asked, added)];
  const receipt = added.find((fact) => fact.kind === 'received');
  const before = ledgerOf(loaded.facts);
  if (receipt && before.lapsed && (await takeAgain(tx, loaded.booking, now))) {
    await recordFacts(tx, loaded, [{ kind: 'revived', at: now }, ...added], now, { processor, steps });
    return [];
  }
  const recorded = await recordFacts(tx, loaded, added, now, { processor, steps });
  const back = receipt && goesBackAtOnce(receipt, before, recorded.bookingState.position.credit);
  if (!back) return [];
  const about = { bookingId: loaded.booking.id, refunds: [back], cause: 'late', now, newId };
  return (await openRefunds(tx, { ...about, ledger: ledgerOf(recorded.facts) })).opened;
}

async function takeAgain(tx: Tx, booking: LoadedBooking['booking'], now: Instant): Promise<boolean> {
  const { id: bookingId, serviceId, startsAt: start, endsAt: end, count, timeZone } = booking;
  if (instantOfWall(start, timeZone) <= now) return false;
  const [service] = await tx.select({ rules: services.booking }).from(services).where(eq(services.id, serviceId));
  const rules = service?.rules ?? null;
  return (await takePlaces(tx, { bookingId, serviceId, rules, start, end, count, timeZone, withinHours: false })).ok;
}
