import type { Deal } from '#core/booking/deal';
import type { Fact } from '#core/booking/facts';
import { type Ledger, ledgerOf } from '#core/booking/ledger';
import type { Instant } from '#core/calendar/instant';
import { type Minor, minor } from '#core/money/minor';
import { dealOf } from '#server/booking/dealOf';
import { lockBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import { closingFacts } from '#server/booking/closingFacts';
import type { Tx } from '#server/database/open';
import { cards } from '#server/database/schema/clients';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import type { IntentRow } from '#server/intents/openIntent';
import type { CardUsed } from '#server/intents/request';
import type { ProcessorAnswer } from '#server/ports';
import { eq } from 'drizzle-orm';

type Answered = Exclude<ProcessorAnswer, { outcome: 'confirm' }>;

async function keepCard(tx: Tx, clientId: string, card: CardUsed, consent: string, now: Instant): Promise<Fact> {
  const { id, token, last4 } = card;
  await tx.insert(cards).values({ id, clientId, token, last4, addedAt: now }).onConflictDoNothing();
  return { kind: 'cardKept', at: now, cardId: id, last4, consent };
}

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
      if (!approved) {
        const { code, decline } = answer;
        return [
          { kind: 'chargeDeclined', at, amount, code, decline, cardId, last4, clientPresent: request.kind === 'pay' },
        ];
      }
      const keeps = request.kind === 'pay' && request.keepsCard !== false;
      const kept = keeps ? [await keepCard(tx, clientId, request.card, request.consent, at)] : [];
      const { fee } = request;
      const passedOn = fee ? { fee: fee.amount, feeTax: fee.tax } : {};
      const counted = minor(amount - (fee?.amount ?? 0));
      const received = {
        kind: 'received' as const,
        at,
        receiptId: intent.id,
        amount: counted,
        method: 'card' as const,
      };
      const settled =
        request.kind === 'pay' && request.settles ? [settling(context.deal, request.settles, intent.id, at)] : [];
      return [...settled, { ...received, ...passedOn, cardId, last4 }, ...kept];
    }
    case 'verify': {
      const { id: cardId, last4 } = request.card;
      if (approved) return [await keepCard(tx, clientId, request.card, request.consent, at)];
      const { code, decline } = answer;
      return [{ kind: 'chargeDeclined', at, amount, code, decline, cardId, last4, clientPresent: true }];
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
    case 'refund':
      return approved
        ? [{ kind: 'refunded', at, refundId: intent.id, receiptId: request.receiptId, amount, method: 'card' }]
        : [{ kind: 'refundRefused', at, receiptId: request.receiptId, amount, code: answer.code }];
  }
}

/**
 * Records what the processor answered, once: the call's own answer and the event that brings the same may come in
 * any order, twice, or days apart.
 */
export async function recordAnswer(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  intentId: string,
  answer: ProcessorAnswer,
): Promise<void> {
  await db.transaction(async (tx) => {
    const [about] = await tx
      .select({ bookingId: intents.bookingId, state: intents.state })
      .from(intents)
      .where(eq(intents.id, intentId));
    if (!about || about.state === 'approved' || about.state === 'declined') return; // not ours, or recorded before
    const loaded = (await lockBooking(tx, about.bookingId))!;
    const [intent] = await tx.select().from(intents).where(eq(intents.id, intentId)).for('update');
    if (!intent || intent.state === 'approved' || intent.state === 'declined') return;
    const now = clock.now();

    if (answer.outcome === 'confirm') {
      if (intent.state === 'waiting') return;
      await tx.update(intents).set({ state: 'waiting', answer }).where(eq(intents.id, intentId));
      if (intent.request.kind !== 'hold') return;
      const { card } = intent.request;
      const asked: Fact = {
        kind: 'holdAsked',
        at: now,
        amount: intent.amount,
        cardId: card.id,
        last4: card.last4,
        confirmUrl: answer.url,
        intentId,
      };
      await recordFacts(tx, loaded, [asked], now);
      return;
    }
    await tx.update(intents).set({ state: answer.outcome, answer, answeredAt: now }).where(eq(intents.id, intentId));
    const { clientId, total, tax } = loaded.booking;
    const ledger = ledgerOf(loaded.facts);
    const added = await factsOf(tx, {
      clientId,
      intent,
      answer,
      ledger,
      total,
      tax,
      deal: dealOf(loaded.booking),
      now,
    });
    await recordFacts(tx, loaded, added, now);
  });
}
