import type { Actor } from '#core/actor/actor';
import { actingAs, actorNow } from '#server/actor/actorNow';
import type { Deal } from '#core/booking/deal';
import type { Fact } from '#core/booking/facts';
import { type Ledger, ledgerOf } from '#core/booking/ledger';
import type { Instant } from '#core/calendar/instant';
import { least, type Minor, minor, zero } from '#core/money/minor';
import { dealOf } from '#server/booking/dealOf';
import { type LoadedBooking, lockBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import { closingFacts } from '#server/booking/closingFacts';
import type { Tx } from '#server/database/open';
import { takePlaces } from '#server/booking/takePlaces';
import { instantOfWall } from '#core/calendar/zoned';
import { services } from '#server/database/schema/business';
import { openRefunds } from '#server/intents/openRefunds';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { recordOnTheWay, returnedFacts } from '#server/intents/bankDebit';
import type { IntentRow } from '#server/intents/openIntent';
import { keepCard, otherShares, ownShare } from '#server/intents/shares';
import type { PaidShare } from '#server/intents/request';
import type { ProcessorAnswer } from '#server/ports';
import { refusedCards, tellOfManyCards } from '#server/usecases/manyCards';
import { eq } from 'drizzle-orm';

type Answered = Extract<ProcessorAnswer, { outcome: 'approved' | 'declined' }>;

function holdFacts(intent: IntentRow, answer: Answered, at: Instant): Fact[] {
  if (intent.request.kind !== 'hold') return [];
  const { card, renews } = intent.request;
  const about = { at, amount: intent.amount, cardId: card.id, last4: card.last4, ...(renews ? { renews } : {}) };
  if (answer.outcome === 'declined') {
    return [{ kind: 'holdRefused', ...about, code: answer.code, decline: answer.decline }];
  }
  return [{ kind: 'holdPlaced', ...about, authorisation: answer.reference, expires: answer.expires! }];
}

function releaseFacts(intent: IntentRow, answer: Answered, ledger: Ledger, at: Instant): Fact[] {
  if (intent.request.kind !== 'release') return [];
  const { authorisation } = intent.request;
  if (ledger.paymentHeld?.authorisation === authorisation)
    return [{ kind: 'paymentReleased', at, authorisation, amount: ledger.paymentHeld.amount }];
  const held = ledger.authorisations.find((each) => each.id === authorisation && each.state === 'inForce');
  if (!held) return [];
  // Refused means that the network has let it go already.
  return [
    { kind: answer.outcome === 'approved' ? 'holdReleased' : 'holdLapsed', at, authorisation, amount: held.amount },
  ];
}

const settling = (before: Deal, after: Deal, key: string, at: Instant): Fact => ({
  kind: 'changed',
  at,
  by: 'client',
  key,
  reason: 'payAll',
  before,
  after,
  tells: false,
});

/** What a payment adds to one booking: its share, with the card that is kept. */
async function paidFacts(
  tx: Tx,
  { clientId, deal }: { readonly clientId: string; readonly deal: Deal },
  intent: IntentRow,
  share: PaidShare & { readonly keeps: boolean },
  at: Instant,
): Promise<Fact[]> {
  const { request } = intent;
  if (request.kind !== 'pay' && request.kind !== 'charge') return [];
  const { id: cardId, last4 } = request.card;
  const { amount, fee, tip, settles, consent } = share;
  const received = {
    ...{ kind: 'received' as const, at, receiptId: intent.id, amount, method: request.card.way ?? ('card' as const) },
    ...(fee ? { fee: fee.amount, feeTax: fee.tax } : {}),
    ...(tip ? { tip } : {}),
    ...{ cardId, last4 },
  };
  const settled = settles ? [settling(deal, settles, intent.id, at)] : [];
  // A bank account was kept when it was sent for.
  const kept =
    share.keeps && intent.state !== 'settling' ? [await keepCard(tx, clientId, request.card, { consent }, at)] : [];
  return [...settled, received, ...kept];
}

async function factsOf(
  tx: Tx,
  context: {
    clientId: string;
    intent: IntentRow;
    answer: Answered;
    ledger: Ledger;
    total: Minor;
    tax: Minor;
    deal: Deal;
    startAt: Instant;
    now: Instant;
  },
): Promise<Fact[]> {
  const { clientId, intent, answer, ledger, now: at } = context;
  const { request, amount } = intent;
  const approved = answer.outcome === 'approved';
  switch (request.kind) {
    case 'pay':
    case 'charge': {
      const { id: cardId, last4 } = request.card;
      if (approved) return paidFacts(tx, context, intent, ownShare(intent), at);
      if (intent.state === 'settling') return returnedFacts(intent, ownShare(intent), answer.code, context);
      const { code, decline } = answer;
      const clientPresent = request.kind === 'pay';
      return [{ kind: 'chargeDeclined', at, amount, code, decline, cardId, last4, clientPresent }];
    }
    case 'reserve': {
      const { id: cardId, last4 } = request.card;
      if (!approved) {
        const { code, decline } = answer;
        return [{ kind: 'chargeDeclined', at, amount, code, decline, cardId, last4, clientPresent: true }];
      }
      const { reference: authorisation, expires } = answer;
      const reserved = { kind: 'paymentAuthorised' as const, at, authorisation, amount, expires: expires! };
      const kept = await keepCard(tx, clientId, request.card, { consent: request.consent }, at);
      return [{ ...reserved, cardId, last4 }, kept];
    }
    case 'captureReserved': {
      const { authorisation, held } = request;
      return approved
        ? [{ kind: 'paymentCaptured', at, authorisation, held, captured: amount }]
        : [{ kind: 'paymentReleased', at, authorisation, amount: held }];
    }
    case 'verify': {
      const { id: cardId, last4 } = request.card;
      if (approved) return [await keepCard(tx, clientId, request.card, request, at)];
      const { code, decline } = answer;
      return [{ kind: 'chargeDeclined', at, amount, code, decline, cardId, last4, clientPresent: true }];
    }
    case 'counter': {
      const last4 = answer.outcome === 'approved' ? { last4: answer.last4 ?? '····' } : {};
      // Refused at the reader: the client stands there, and tries another.
      return approved ? [{ kind: 'received', at, receiptId: intent.id, amount, method: 'reader', ...last4 }] : [];
    }
    case 'hold':
      return holdFacts(intent, answer, at);
    case 'release':
      return releaseFacts(intent, answer, ledger, at);
    case 'capture':
      return closingFacts({ ...context, captured: approved, request });
    case 'keepFromHold': {
      const { authorisation, held } = request;
      if (approved) return [{ kind: 'keptFromHold', at, authorisation, held, captured: amount }];
      const still = ledger.authorisations.some((each) => each.id === authorisation && each.state === 'inForce');
      return still ? [{ kind: 'holdLapsed', at, authorisation, amount: held }] : [];
    }
    case 'refund': {
      const { receiptId, on } = request;
      if (!approved) return [{ kind: 'refundRefused', at, receiptId, amount, code: answer.code }];
      const counted = minor(amount - (on?.fee ?? 0) - (on?.tip ?? 0));
      const came = ledger.receipts.find(({ id }) => id === receiptId)?.method ?? 'card';
      const method = came === 'hold' ? 'card' : came;
      return [{ kind: 'refunded', at, refundId: intent.id, receiptId, amount: counted, method, ...on }];
    }
  }
}

/**
 * Records what the processor answered, once: the call's own answer and the event that brings the same may come in
 * any order, twice, or days apart.
 * @returns intents that follow from it and are to be carried out after this: money that came too late goes back
 */
export async function recordAnswer(
  { db, clock, newId }: Pick<Deps, 'db' | 'clock' | 'newId'>,
  intentId: string,
  answer: ProcessorAnswer,
): Promise<string[]> {
  return db.transaction(async (tx): Promise<string[]> => {
    const [found] = await tx
      .select({ bookingId: intents.bookingId, state: intents.state })
      .from(intents)
      .where(eq(intents.id, intentId));
    if (!found || found.state === 'approved' || found.state === 'declined') return []; // not ours, or recorded before
    const loaded = (await lockBooking(tx, found.bookingId))!;
    const [intent] = await tx.select().from(intents).where(eq(intents.id, intentId)).for('update');
    if (!intent || intent.state === 'approved' || intent.state === 'declined') return [];
    return actingAs(whose(intent, answer), () => recordOnce(tx, { clock, newId }, { loaded, intent, answer }));
  });
}

/** What comes of an intent is done by whoever wanted it; a bank that sends back what was collected does that by itself. */
const whose = ({ actor, state }: IntentRow, { outcome }: ProcessorAnswer): Actor =>
  state === 'settling' && outcome === 'declined' ? actorNow() : (actor ?? actorNow());

async function recordOnce(
  tx: Tx,
  { clock, newId }: Pick<Deps, 'clock' | 'newId'>,
  { loaded, intent, answer }: { loaded: LoadedBooking; intent: IntentRow; answer: ProcessorAnswer },
): Promise<string[]> {
  const now = clock.now();

  if (answer.outcome === 'confirm') {
    await recordConfirmation(tx, loaded, intent, answer, now);
    return [];
  }
  if (answer.outcome === 'pending') {
    await recordOnTheWay(tx, loaded, intent, answer, now);
    return [];
  }
  await tx.update(intents).set({ state: answer.outcome, answer, answeredAt: now }).where(eq(intents.id, intent.id));
  const { clientId, total, tax } = loaded.booking;
  const ledger = ledgerOf(loaded.facts);
  const about = { ledger, startAt: startOf(loaded), now };
  const context = { ...about, clientId, intent, answer, total, tax, deal: dealOf(loaded.booking) };
  const added = await factsOf(tx, context);
  const further = await recordOn(tx, loaded, added, now, newId);
  if (added.some((fact) => fact.kind === 'chargeDeclined' && fact.clientPresent)) {
    const { number: of } = loaded.booking;
    const refused = refusedCards([...loaded.facts, ...added]);
    await tellOfManyCards(tx, { id: newId(), of, path: `/bookings/${of}`, refused, now });
  }
  for (const share of otherShares(intent)) {
    const other = (await lockBooking(tx, share.bookingId))!;
    const shared =
      answer.outcome === 'approved'
        ? await paidFacts(tx, { clientId, deal: dealOf(other.booking) }, intent, { ...share, keeps: true }, now)
        : intent.state === 'settling'
          ? returnedFacts(intent, share, answer.code, { ledger: ledgerOf(other.facts), startAt: startOf(other), now })
          : await factsOf(tx, { ...context, deal: dealOf(other.booking) });
    further.push(...(await recordOn(tx, other, shared, now, newId)));
  }
  return further;
}

const startOf = ({ booking }: LoadedBooking): Instant => instantOfWall(booking.startsAt, booking.timeZone);

async function recordConfirmation(
  tx: Tx,
  loaded: LoadedBooking,
  intent: IntentRow,
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

/**
 * Records the facts of a payment. Where the place was given back before, it is taken again or the money goes back; what
 * comes for a booking that is cancelled goes back but for what was owed.
 */
async function recordOn(
  tx: Tx,
  loaded: LoadedBooking,
  added: readonly Fact[],
  now: Instant,
  newId: () => string,
): Promise<string[]> {
  const receipt = added.find((fact) => fact.kind === 'received');
  const before = ledgerOf(loaded.facts);
  if (receipt && before.lapsed && (await takeAgain(tx, loaded.booking, now))) {
    await recordFacts(tx, loaded, [{ kind: 'revived', at: now }, ...added], now);
    return [];
  }
  const recorded = await recordFacts(tx, loaded, added, now);
  if (!receipt || (!before.lapsed && !before.cancelled)) return [];
  const { receiptId: id, fee, feeTax, tip } = receipt;
  const amount = before.lapsed ? receipt.amount : least(receipt.amount, recorded.standing.position.credit);
  if (amount === 0) return [];
  const whole = amount === receipt.amount;
  const on = {
    ...(whole && fee ? { fee, feeTax: feeTax ?? zero } : {}),
    ...(whole && tip ? { tip } : {}),
  };
  const about = { bookingId: loaded.booking.id, refunds: [{ id, amount, on }], cause: 'late', now, newId };
  const back = await openRefunds(tx, { ...about, ledger: ledgerOf(recorded.facts) });
  return back.intentIds;
}

async function takeAgain(tx: Tx, booking: LoadedBooking['booking'], now: Instant): Promise<boolean> {
  const { id: bookingId, serviceId, startsAt: start, endsAt: end, count, timeZone } = booking;
  if (instantOfWall(start, timeZone) <= now) return false;
  const [service] = await tx.select({ rules: services.booking }).from(services).where(eq(services.id, serviceId));
  const rules = service?.rules ?? null;
  return (await takePlaces(tx, { bookingId, serviceId, rules, start, end, count, timeZone, withinHours: false })).ok;
}
