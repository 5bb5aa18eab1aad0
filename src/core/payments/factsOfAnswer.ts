import type { Deal } from '#core/bookings/deal';
import type { Fact } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { type Minor, minor } from '#core/money/minor';
import { approvedOf, type Ended } from '#core/payments/answer';
import { factsOfReturned } from '#core/payments/bankDebit';
import { closingFacts } from '#core/closeout/closingFacts';
import type { CardUsed, ProcessorCall } from '#core/payments/processorCall';
import { type Asked, cardKept, keepsCard, shareFor } from '#core/payments/shares';

/** One of the bookings that a request is for, as it stands when the answer comes. */
export type AnsweredOn = {
  readonly bookingId: string;
  readonly ledger: Ledger;
  readonly total: Minor;
  readonly tax: Minor;
  readonly deal: Deal;
  readonly startAt: Instant;
  readonly at: Instant;
};
type Of<K extends ProcessorCall['kind']> = Extract<ProcessorCall, { kind: K }>;
type Approved = Extract<Ended, { outcome: 'approved' }>;
type Declined = Extract<Ended, { outcome: 'declined' }>;

const declined = (asked: Asked, { id: cardId, last4 }: CardUsed, { code, decline }: Declined, at: Instant): Fact => ({
  kind: 'chargeDeclined',
  at,
  amount: asked.amount,
  code,
  decline,
  cardId,
  last4,
  clientPresent: asked.request.kind !== 'charge',
});

/** What a payment adds to one booking: its share, with the card that is kept and the price that it settles. */
/** How it is known that the holder of a card agreed. */
const evidenceOf = ({ confirmed = false }: Asked, { reference }: Approved) => ({ reference, confirmed });

function paid(asked: Asked, { card }: Of<'pay' | 'charge'>, answer: Approved, on: AnsweredOn): Fact[] {
  const { bookingId, deal, at } = on;
  const { amount, fee, tip, becomes, ...agreed } = shareFor(asked, bookingId, answer.part);
  const received: Fact = {
    kind: 'received',
    at,
    receiptId: asked.id,
    amount,
    method: card.way ?? 'card',
    ...(fee ? { fee: fee.amount, feeTax: fee.tax } : {}),
    ...(tip ? { tip } : {}),
    cardId: card.id,
    last4: card.last4,
  };
  const about = { by: 'client', key: asked.id, reason: 'payAll', tells: false } as const;
  const repriced: Fact[] = becomes ? [{ kind: 'changed', at, before: deal, after: becomes, ...about }] : [];
  // A bank account was kept when it was sent for.
  const kept =
    keepsCard(asked) && !asked.sent ? [cardKept(card, agreed, { at, evidence: evidenceOf(asked, answer) })] : [];
  return [...repriced, ...(amount > 0 ? [received] : []), ...kept];
}

function ofHold({ amount }: Asked, { card, renews }: Of<'hold'>, answer: Ended, at: Instant): Fact {
  const about = { at, amount, cardId: card.id, last4: card.last4, ...(renews ? { renews } : {}) };
  if (answer.outcome === 'declined')
    return { kind: 'holdRefused', ...about, code: answer.code, decline: answer.decline };
  const held = approvedOf(amount, answer);
  return { kind: 'holdPlaced', ...about, amount: held, authorisation: answer.reference, expires: answer.expires! };
}

/** Not honoured longer, or for more: another one is placed a while later instead. */
const notLonger = ({ amount }: Asked, { id: cardId, last4 }: CardUsed, { code }: Declined, at: Instant): Fact => ({
  kind: 'holdRefused',
  at,
  amount,
  code,
  decline: 'soft',
  cardId,
  last4,
});

/** Claims of a hold that lapsed meanwhile stay as they are, and the owner sees that nothing is held. */
function ofClaims(
  { amount: captured }: Asked,
  request: Of<'takeClaims'>,
  answer: Ended,
  { ledger, at }: AnsweredOn,
): Fact[] {
  const { authorisation, claims } = request;
  if (answer.outcome === 'approved') return [{ kind: 'claimsTaken', at, authorisation, captured, claims }];
  const held = ledger.authorisations.find((each) => each.id === authorisation && each.state === 'inForce');
  return held ? [{ kind: 'holdLapsed', at, authorisation, amount: held.amount }] : [];
}

function ofRelease({ authorisation }: Of<'release'>, answer: Ended, { ledger, at }: AnsweredOn): Fact[] {
  if (ledger.paymentHeld?.authorisation === authorisation)
    return [{ kind: 'paymentReleased', at, authorisation, amount: ledger.paymentHeld.amount }];
  const held = ledger.authorisations.find((each) => each.id === authorisation && each.state === 'inForce');
  if (!held) return [];
  // Refused means that the network has let it go already.
  const kind = answer.outcome === 'approved' ? 'holdReleased' : 'holdLapsed';
  return [{ kind, at, authorisation, amount: held.amount }];
}

function ofRefund(
  { id, amount }: Asked,
  { receiptId, on }: Of<'refund'>,
  answer: Ended,
  { ledger, at }: AnsweredOn,
): Fact {
  if (answer.outcome === 'declined') return { kind: 'refundRefused', at, receiptId, amount, code: answer.code };
  const counted = minor(amount - (on?.fee ?? 0) - (on?.tip ?? 0));
  const came = ledger.receipts.find((receipt) => receipt.id === receiptId)?.method ?? 'card';
  const method = came === 'hold' ? 'card' : came;
  return { kind: 'refunded', at, refundId: id, receiptId, amount: counted, method, ...on };
}

/**
 * What a processor's answer adds to one of the bookings that it was asked for: the one place that knows what an answer
 * means. The server records it, once, whichever way and however late it came.
 */
export function factsOfAnswer(asked: Asked, answer: Ended, on: AnsweredOn): Fact[] {
  const { request, amount, id } = asked;
  const { ledger, at } = on;
  switch (request.kind) {
    case 'pay':
    case 'charge':
      if (answer.outcome === 'approved') return paid(asked, request, answer, on);
      return asked.sent ? factsOfReturned(asked, answer.code, on) : [declined(asked, request.card, answer, at)];
    case 'reserve': {
      const { card } = request;
      if (answer.outcome === 'declined') return [declined(asked, card, answer, at)];
      const { reference: authorisation, expires } = answer;
      const about = {
        authorisation,
        amount: approvedOf(amount, answer),
        expires: expires!,
        cardId: card.id,
        last4: card.last4,
      };
      return [
        { kind: 'paymentAuthorised', at, ...about },
        cardKept(card, request, { at, evidence: evidenceOf(asked, answer) }),
      ];
    }
    case 'captureReserved': {
      const { authorisation, held } = request;
      return answer.outcome === 'approved'
        ? [{ kind: 'paymentCaptured', at, authorisation, held, captured: amount }]
        : [{ kind: 'paymentReleased', at, authorisation, amount: held }];
    }
    case 'verify':
      return answer.outcome === 'approved'
        ? [cardKept(request.card, request, { at, evidence: evidenceOf(asked, answer) })]
        : [declined(asked, request.card, answer, at)];
    case 'counter':
      // Refused at the reader: the client stands there, and tries another.
      if (answer.outcome === 'declined') return [];
      return [
        {
          kind: 'received',
          at,
          receiptId: id,
          amount: approvedOf(amount, answer),
          method: 'reader',
          last4: answer.last4 ?? '····',
        },
      ];
    case 'hold':
      return [ofHold(asked, request, answer, at)];
    case 'takeClaims':
      return ofClaims(asked, request, answer, on);
    case 'extend':
      return answer.outcome === 'approved'
        ? [{ kind: 'holdExtended', at, authorisation: request.authorisation, expires: answer.expires! }]
        : [notLonger(asked, request.card, answer, at)];
    case 'raise': {
      const { authorisation, held } = request;
      return answer.outcome === 'approved'
        ? [{ kind: 'holdRaised', at, authorisation, amount, by: minor(amount - held) }]
        : [notLonger(asked, request.card, answer, at)];
    }
    case 'counterHold': {
      // Refused at the reader: the client stands there, and tries another.
      if (answer.outcome === 'declined') return [];
      const { until, key } = request;
      const last4 = answer.last4 ?? '····';
      const about = { authorisation: answer.reference, expires: answer.expires!, cardId: `reader:${id}`, last4 };
      const held = approvedOf(amount, answer);
      return [
        { kind: 'holdWanted', at, key, amount: held, until },
        { kind: 'holdPlaced', at, amount: held, ...about, present: true },
      ];
    }
    case 'release':
      return ofRelease(request, answer, on);
    case 'capture':
      return closingFacts({ ...on, captured: answer.outcome === 'approved', request, now: at });
    case 'keepFromHold': {
      const { authorisation, held } = request;
      if (answer.outcome === 'approved') return [{ kind: 'keptFromHold', at, authorisation, held, captured: amount }];
      const still = ledger.authorisations.some((each) => each.id === authorisation && each.state === 'inForce');
      return still ? [{ kind: 'holdLapsed', at, authorisation, amount: held }] : [];
    }
    case 'refund':
      return [ofRefund(asked, request, answer, on)];
  }
}
