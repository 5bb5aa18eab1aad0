import { stateLines } from '#cli/bookingLines';
import type { Deal } from '#core/bookings/deal';
import type { Fact } from '#core/bookings/facts';
import { type Agreed } from '#core/bookings/agreed';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { withFact, emptyLedger } from '#core/bookings/ledger';
import { entryForFact } from '#core/books/journal/entryForFact';
import type { Decimal } from '#core/money/decimal';
import { minor, sum } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import type { Terms } from '#core/terms/terms';
import { cardConsent } from '#core/wording/consent';
import { clientSteps } from '#core/wording/clientSteps';
import { planSentences } from '#core/wording/sentences';

/** A moment of the told year, in the notation of the stories: `04-09 18:00`. */
export const at = (text: string): Instant => `2027-${text.replace(' ', 'T')}:00Z` as Instant;
export const wall = (text: string): WallTime => `2027-${text.replace(' ', 'T')}` as WallTime;

/** A rental of eight days in UTC, 30 % now, the rest a week before, 400.00 held from a day before to two days after. */
export const rentalTerms: Terms = {
  instalments: [
    { name: 'deposit', collect: 'ask', amount: { percent: '30' as Decimal }, due: { on: 'agreement' } },
    { name: 'balance', collect: 'charge', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
  ],
  hold: {
    amount: { fixed: minor(400_00) },
    place: { on: 'start', minus: { days: 1 } },
    keep: { on: 'end', plus: { days: 2 } },
  },
  holdCoversBalance: true,
  cancellation: {
    tiers: [{ notice: { days: 14 }, keep: { percent: '30' as Decimal } }],
    grace: { within: { hours: 24 }, notice: { days: 7 } },
  },
  graceDays: 2,
  reminders: [
    { days: 3, when: 'before' },
    { days: 1, when: 'after' },
  ],
  retryAfterHours: [24, 48],
  lapseAfterHours: 72,
};

export const rentalAgreed: Agreed = {
  currency: 'EUR',
  timeZone: 'UTC',
  agreed: wall('03-01 10:00'),
  start: wall('04-10 18:00'),
  end: wall('04-18 18:00'),
  total: minor(1000_00),
  terms: rentalTerms,
};

export const priceOf = (total: number): PriceInput => ({
  currency: 'EUR',
  taxMode: 'inclusive',
  taxes: { VAT: { rate: '23' as Decimal } },
  lines: [{ id: 'a', label: 'Rig', quantity: '1' as Decimal, unitPrice: minor(total), taxes: ['VAT'] }],
});

export function dealOn(agreed: Agreed, part: Partial<Deal> = {}): Deal {
  const input = part.price ?? priceOf(agreed.total);
  const priced = price(input);
  return {
    title: 'Rig',
    start: agreed.start,
    end: agreed.end,
    price: input,
    total: priced.total,
    tax: sum(priced.taxes.map((tax) => tax.amount)),
    termsVersion: 1,
    terms: agreed.terms,
    ...part,
  };
}

const card = { cardId: 'c1', last4: '7315' };
/** Facts as they are told: each with its moment and only what matters. */
export const fact = {
  agreed: (when = '03-01 10:00'): Fact => ({ kind: 'agreed', at: at(when), by: 'owner' }),
  paid: (when: string, amount: number, id = `r${when}`, method: 'card' | 'cash' | 'transfer' = 'card'): Fact => ({
    kind: 'received',
    at: at(when),
    receiptId: id,
    amount: minor(amount),
    method,
    ...(method === 'card' ? card : {}),
  }),
  cardKept: (when: string, cardId = 'c1', last4 = '7315'): Fact => ({
    kind: 'cardKept',
    at: at(when),
    cardId,
    last4,
    consent: '',
  }),
  declined: (when: string, decline: 'soft' | 'hard' = 'soft', cardId = 'c1', clientPresent = false): Fact => ({
    kind: 'chargeDeclined',
    at: at(when),
    amount: minor(700_00),
    code: decline === 'soft' ? '51' : '41',
    decline,
    cardId,
    last4: '7315',
    clientPresent,
  }),
  bankKept: (when: string): Fact => ({
    kind: 'cardKept',
    at: at(when),
    cardId: 'b1',
    last4: '9911',
    consent: '',
    way: 'debit',
  }),
  debitSent: (when: string, amount: number, id: string, settles: string, clientPresent = true): Fact => ({
    kind: 'debitSent',
    at: at(when),
    receiptId: id,
    amount: minor(amount),
    settles: at(settles),
    cardId: 'b1',
    last4: '9911',
    clientPresent,
  }),
  debitPaid: (when: string, amount: number, id: string): Fact => ({
    kind: 'received',
    at: at(when),
    receiptId: id,
    amount: minor(amount),
    method: 'debit',
    cardId: 'b1',
    last4: '9911',
  }),
  debitBack: (when: string, amount: number, id: string, settled: boolean, clientPresent = true): Fact => ({
    kind: 'debitReturned',
    at: at(when),
    receiptId: id,
    amount: minor(amount),
    code: settled ? 'MD06' : 'AM04',
    settled,
    cardId: 'b1',
    last4: '9911',
    clientPresent,
  }),
  held: (id: string, when: string, expires: string, amount = 400_00, renews?: string): Fact => ({
    kind: 'holdPlaced',
    at: at(when),
    authorisation: id,
    amount: minor(amount),
    expires: at(expires),
    ...card,
    ...(renews ? { renews } : {}),
  }),
  holdAsked: (when: string): Fact => ({
    kind: 'holdAsked',
    at: at(when),
    amount: minor(400_00),
    ...card,
    confirmUrl: 'https://bank',
    intentId: 'i1',
  }),
  holdRefused: (when: string, decline: 'soft' | 'hard' = 'hard', cardId = 'c1', renews?: string): Fact => ({
    kind: 'holdRefused',
    at: at(when),
    amount: minor(400_00),
    code: '62',
    decline,
    cardId,
    last4: '7315',
    ...(renews ? { renews } : {}),
  }),
  released: (id: string, when: string, amount = 400_00): Fact => ({
    kind: 'holdReleased',
    at: at(when),
    authorisation: id,
    amount: minor(amount),
  }),
  lapsedHold: (id: string, when: string): Fact => ({
    kind: 'holdLapsed',
    at: at(when),
    authorisation: id,
    amount: minor(400_00),
  }),
  byClient: (when = '03-01 10:00', more: object = {}): Fact => ({
    kind: 'agreed',
    at: at(when),
    by: 'client',
    ...more,
  }),
  kept: (when: string, until: string, who: 'payment' | 'client' | 'owner' = 'payment'): Fact => ({
    kind: 'placeKept',
    at: at(when),
    until: at(until),
    for: who,
  }),
  gaveBack: (when: string, reason: 'not_paid' | 'not_answered' | 'declined' = 'not_paid'): Fact => ({
    kind: 'lapsed',
    at: at(when),
    reason,
  }),
  confirmed: (when: string, agreed: string, by: 'client' | 'owner' = 'owner'): Fact => ({
    kind: 'confirmed',
    at: at(when),
    by,
    agreed: wall(agreed),
  }),
  revived: (when: string): Fact => ({ kind: 'revived', at: at(when) }),
  reserved: (when: string, amount: number): Fact => ({
    kind: 'paymentAuthorised',
    at: at(when),
    authorisation: 'p1',
    amount: minor(amount),
    expires: at('03-08 10:00'),
    ...card,
  }),
  reserveTaken: (when: string, held: number, captured = held): Fact => ({
    kind: 'paymentCaptured',
    at: at(when),
    authorisation: 'p1',
    held: minor(held),
    captured: minor(captured),
  }),
  reserveLetGo: (when: string, amount: number): Fact => ({
    kind: 'paymentReleased',
    at: at(when),
    authorisation: 'p1',
    amount: minor(amount),
  }),
  asks: (when: string, what: 'cancel' | 'move', id = 'a1'): Fact => ({
    kind: 'clientAsked',
    at: at(when),
    askId: id,
    what,
    note: '',
  }),
  answers: (when: string, yes: boolean, id = 'a1'): Fact => ({
    kind: 'askAnswered',
    at: at(when),
    askId: id,
    yes,
    note: '',
  }),
  changed: (when: string, before: Deal, after: Deal, tells = true): Fact => ({
    kind: 'changed',
    at: at(when),
    by: 'owner',
    key: when,
    reason: 'change',
    before,
    after,
    tells,
  }),
} as const;

const money = (amount: number): string => (amount / 100).toFixed(2);
const moment = (instant: string | null): string => (instant ? instant.slice(5, 16).replace('T', ' ') : 'open');

/** The standing of a booking as a story tells it: state, parts, hold, decisions, agenda, strip. */
export const told = (current: BookingState, facts: readonly Fact[]): string[] =>
  stateLines(current, facts, { money, moment });

/** What the client reads of it. */
export const read = (current: BookingState): string[] => [
  ...clientSteps(current).map(
    ({ mark, when, what, note, amount }) => `${mark} | ${when} | ${what}${note ? ` (${note})` : ''} | ${money(amount)}`,
  ),
  ...planSentences(current),
  cardConsent(current),
];

/** The entries that the facts append, as a journal is written. */
export function booked(facts: readonly Fact[]): string[] {
  let ledger = emptyLedger;
  return facts.flatMap((each) => {
    const entry = entryForFact(each, ledger);
    ledger = withFact(ledger, each);
    return entry
      ? [`${entry.description}: ${entry.lines.map(({ account, amount }) => `${account} ${money(amount)}`).join(', ')}`]
      : [];
  });
}

export const standingOf = (facts: readonly Fact[], when: string, agreed: Agreed = rentalAgreed): BookingState =>
  bookingState(agreed, facts, at(when));
