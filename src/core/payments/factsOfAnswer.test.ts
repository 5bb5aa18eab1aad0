import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { minor } from '#core/money/minor';
import type { Ended } from '#core/payments/answer';
import { factsOfReturnedLater, factsOfSent } from '#core/payments/bankDebit';
import { factsOfAnswer } from '#core/payments/factsOfAnswer';
import type { CardUsed, ProcessorCall } from '#core/payments/processorCall';
import type { Asked } from '#core/payments/shares';
import { expect } from 'chai';
import { at, dealOn, rentalAgreed } from '../../../testing/story';

const now = at('03-05 10:00');
const card: CardUsed = { id: 'k1', token: 't', last4: '7315', account: 'a' };
const bank: CardUsed = { ...card, way: 'debit' };
const onCard = { cardId: 'k1', last4: '7315' };
const deal = dealOn(rentalAgreed);
const later = dealOn(rentalAgreed, { total: minor(900_00) });
const yes: Ended = { outcome: 'approved', reference: 'ref', at: now, expires: at('03-12 10:00'), last4: '7315' };
const no: Ended = { outcome: 'declined', code: '51', decline: 'soft', at: now };
const refused = { code: '51', decline: 'soft', ...onCard };

const placed: Fact = {
  kind: 'holdPlaced',
  at: at('03-01 10:00'),
  authorisation: 'h1',
  amount: minor(400_00),
  expires: at('03-08 10:00'),
  ...onCard,
};
const reserved: Fact = { ...placed, kind: 'paymentAuthorised', authorisation: 'p1' };
const came = (method: 'card' | 'reader' | 'cash', more: object = {}): Fact =>
  ({ kind: 'received', at: at('03-01 10:00'), receiptId: 'r1', amount: 300_00, method, ...more }) as Fact;
const waits: Fact = { kind: 'placeKept', at: at('03-01 10:00'), until: at('03-05 11:00'), for: 'payment' };

type Row = [
  why: string,
  request: ProcessorCall,
  about: Partial<Asked> & { facts?: Fact[]; on?: string },
  yes: object[],
  no: object[],
];
const pay = (more: object = {}): ProcessorCall => ({
  kind: 'pay',
  card,
  consent: 'I agree',
  description: 'd',
  ...more,
});
const received = (amount: number, more: object = {}) => ({
  kind: 'received',
  receiptId: 'i',
  amount,
  method: 'card',
  ...onCard,
  ...more,
});
const evidence = { reference: 'ref', confirmed: false };
const kept = { kind: 'cardKept', ...onCard, consent: 'I agree', evidence };
const shares = [
  { bookingId: 'b1', amount: minor(60_00), consent: 'first', tip: minor(5_00) },
  { bookingId: 'b2', amount: minor(40_00), consent: 'second', fee: { amount: minor(1_23), tax: minor(23) } },
];
const declined = (more: object = {}) => ({
  kind: 'chargeDeclined',
  amount: 100_00,
  clientPresent: true,
  ...refused,
  ...more,
});

const rows: Row[] = [
  ['a payment keeps its card', pay(), {}, [received(100_00), kept], [declined()]],
  ['a payer’s card is not kept', pay({ keepsCard: false }), {}, [received(100_00)], [declined()]],
  [
    'a fee passed on and a tip are not part of the sum',
    pay({ fee: { amount: minor(2_00), tax: minor(37) }, tip: minor(8_00) }),
    {},
    [received(90_00, { fee: 2_00, feeTax: 37, tip: 8_00 }), kept],
    [declined()],
  ],
  [
    'everything at once changes the price first',
    pay({ becomes: later }),
    {},
    [
      { kind: 'changed', by: 'client', key: 'i', reason: 'payAll', before: deal, after: later, tells: false },
      received(100_00),
      kept,
    ],
    [declined()],
  ],
  [
    'of a cart, the first booking’s own share',
    pay({ shares }),
    {},
    [received(60_00, { tip: 5_00 }), { ...kept, consent: 'first' }],
    [declined()],
  ],
  [
    'and another one’s, with its own consent',
    pay({ shares }),
    { on: 'b2' },
    [received(40_00, { fee: 1_23, feeTax: 23 }), { ...kept, consent: 'second' }],
    [declined()],
  ],
  [
    'charged on file, it was agreed to before',
    { kind: 'charge', card, description: 'd', fee: { amount: minor(3_00), tax: minor(0) } },
    {},
    [received(97_00, { fee: 3_00, feeTax: 0 })],
    [declined({ clientPresent: false })],
  ],
  [
    'a bank debit that was on its way settles, or comes back and leaves two days for another payment',
    pay({ card: bank }),
    { sent: true, facts: [waits] },
    [received(100_00, { method: 'debit' })],
    [
      {
        kind: 'debitReturned',
        settled: false,
        receiptId: 'i',
        amount: 100_00,
        code: '51',
        ...onCard,
        clientPresent: true,
      },
      { kind: 'placeKept', for: 'payment', until: at('03-07 10:00') },
    ],
  ],
  [
    'one whose place nobody waits for only comes back',
    { kind: 'charge', card: bank, description: 'd' },
    { sent: true },
    [received(100_00, { method: 'debit' })],
    [
      {
        kind: 'debitReturned',
        settled: false,
        receiptId: 'i',
        amount: 100_00,
        code: '51',
        ...onCard,
        clientPresent: false,
      },
    ],
  ],
  [
    'what is due is reserved with a request',
    { kind: 'reserve', card, consent: 'I agree', description: 'd' },
    {},
    [{ kind: 'paymentAuthorised', authorisation: 'ref', amount: 100_00, expires: at('03-12 10:00'), ...onCard }, kept],
    [declined()],
  ],
  [
    'taken with the yes, or gone',
    { kind: 'captureReserved', authorisation: 'p1', held: minor(120_00) },
    {},
    [{ kind: 'paymentCaptured', authorisation: 'p1', held: 120_00, captured: 100_00 }],
    [{ kind: 'paymentReleased', authorisation: 'p1', amount: 120_00 }],
  ],
  [
    'a card is checked for the hold alone',
    { kind: 'verify', card, consent: 'I agree', use: 'hold' },
    { amount: minor(0) },
    [{ ...kept, use: 'hold' }],
    [declined({ amount: 0 })],
  ],
  [
    'at the counter the client tries another',
    { kind: 'counter', account: 'a', description: 'd' },
    {},
    [{ kind: 'received', receiptId: 'i', amount: 100_00, method: 'reader', last4: '7315' }],
    [],
  ],
  [
    'a hold that takes over',
    { kind: 'hold', card, renews: 'h0', clientPresent: false, description: 'd' },
    {},
    [{ kind: 'holdPlaced', amount: 100_00, ...onCard, renews: 'h0', authorisation: 'ref', expires: at('03-12 10:00') }],
    [{ kind: 'holdRefused', amount: 100_00, ...onCard, renews: 'h0', code: '51', decline: 'soft' }],
  ],
  [
    'a hold is let go, or was gone',
    { kind: 'release', authorisation: 'h1' },
    { facts: [placed] },
    [{ kind: 'holdReleased', authorisation: 'h1', amount: 400_00 }],
    [{ kind: 'holdLapsed', authorisation: 'h1', amount: 400_00 }],
  ],
  [
    'what was reserved is let go, either way',
    { kind: 'release', authorisation: 'p1' },
    { facts: [reserved] },
    [{ kind: 'paymentReleased', authorisation: 'p1', amount: 400_00 }],
    [{ kind: 'paymentReleased', authorisation: 'p1', amount: 400_00 }],
  ],
  ['one that ended before says nothing more', { kind: 'release', authorisation: 'h1' }, {}, [], []],
  [
    'a cancellation is paid from the hold',
    { kind: 'keepFromHold', authorisation: 'h1', held: minor(400_00) },
    { facts: [placed] },
    [{ kind: 'keptFromHold', authorisation: 'h1', held: 400_00, captured: 100_00 }],
    [{ kind: 'holdLapsed', authorisation: 'h1', amount: 400_00 }],
  ],
  [
    'a hold that had lapsed lapses once',
    { kind: 'keepFromHold', authorisation: 'h1', held: minor(400_00) },
    { facts: [placed, { kind: 'holdLapsed', at: now, authorisation: 'h1', amount: minor(400_00) }] },
    [{ kind: 'keptFromHold', authorisation: 'h1', held: 400_00, captured: 100_00 }],
    [],
  ],
  [
    'a refund goes where the payment came from, fee and tip besides',
    {
      kind: 'refund',
      receiptId: 'r1',
      payment: 'x',
      account: 'a',
      on: { fee: minor(2_00), feeTax: minor(0), tip: minor(3_00) },
    },
    { facts: [came('reader')] },
    [
      {
        kind: 'refunded',
        refundId: 'i',
        receiptId: 'r1',
        amount: 95_00,
        method: 'reader',
        fee: 2_00,
        feeTax: 0,
        tip: 3_00,
      },
    ],
    [{ kind: 'refundRefused', receiptId: 'r1', amount: 100_00, code: '51' }],
  ],
];

describe('what an answer adds to a booking', () => {
  for (const [why, request, { facts = [], on = 'b1', ...about }, approved, refusedFacts] of rows) {
    const asked: Asked = { id: 'i', bookingId: 'b1', request, amount: minor(100_00), sent: false, ...about };
    const read = (answer: Ended) =>
      factsOfAnswer(asked, answer, {
        bookingId: on,
        ledger: ledgerOf(facts),
        total: minor(1000_00),
        tax: minor(0),
        deal,
        startAt: at('04-10 18:00'),
        at: now,
      });
    it(`${why}: approved`, () => expect(read(yes)).to.deep.equal(approved.map((fact) => ({ ...fact, at: now }))));
    it(`${why}: declined`, () => expect(read(no)).to.deep.equal(refusedFacts.map((fact) => ({ ...fact, at: now }))));
  }

  const asked: Asked = {
    id: 'i',
    bookingId: 'b1',
    request: pay({ card: bank, shares }),
    amount: minor(106_23),
    sent: false,
  };
  const pending = { outcome: 'pending', reference: 'ref', settles: at('03-09 10:00'), last4: '7315', at: now } as const;
  it('a bank debit is on its way, and its account kept', () =>
    expect(factsOfSent(asked, pending, { bookingId: 'b2', at: now })).to.deep.equal([
      {
        kind: 'debitSent',
        at: now,
        receiptId: 'i',
        amount: 40_00,
        ...onCard,
        settles: at('03-09 10:00'),
        clientPresent: true,
      },
      { kind: 'cardKept', at: now, ...onCard, consent: 'second', way: 'debit', evidence },
    ]));
  it('nothing else is ever on its way', () =>
    expect(
      factsOfSent({ ...asked, request: { kind: 'release', authorisation: 'h1' } }, pending, {
        bookingId: 'b1',
        at: now,
      }),
    ).to.deep.equal([]));

  const back = (amount: number): Fact => ({
    kind: 'refunded',
    at: now,
    refundId: 'x',
    receiptId: 'i',
    amount: minor(amount),
    method: 'debit',
  });
  const settled = { ...came('card', { method: 'debit', tip: 5_00 }), receiptId: 'i' } as Fact;
  const returned: [why: string, facts: Fact[], amount: number | null, tip?: number][] = [
    ['weeks later, with its tip', [settled], 300_00, 5_00],
    ['what was given back before is not owed twice, nor the tip', [settled, back(100_00)], 200_00],
    ['all of it was given back', [settled, back(300_00)], null],
    ['it was never recorded', [], null],
  ];
  for (const [why, facts, amount, tip] of returned)
    it(`sent back by the bank: ${why}`, () =>
      expect(factsOfReturnedLater(asked, 'MD06', { facts, at: now })).to.deep.equal(
        amount === null
          ? []
          : [
              {
                kind: 'debitReturned',
                at: now,
                receiptId: 'i',
                amount,
                code: 'MD06',
                settled: true,
                ...onCard,
                clientPresent: true,
                ...(tip ? { tip } : {}),
              },
            ],
      ));
});
