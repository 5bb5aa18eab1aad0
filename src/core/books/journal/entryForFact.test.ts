import type { Fact } from '#core/bookings/facts';
import { emptyLedger, type Ledger, withFact } from '#core/bookings/ledger';
import { cashOfFact } from '#core/books/journal/cashOfFact';
import { entryForFact } from '#core/books/journal/entryForFact';
import { minor } from '#core/money/minor';
import { expect } from 'chai';
import { at, fact } from '../../../../testing/story';

const when = at('03-05 10:00');
const of = (kind: Fact['kind'], more: object = {}): Fact => ({ kind, at: when, ...more }) as Fact;
const after = (...facts: Fact[]): Ledger => facts.reduce((ledger, each) => withFact(ledger, each), emptyLedger);

describe('the entry of a fact', () => {
  // Facts that move no money; the compiler asks for each new one in the code, this list in the test.
  const still: Fact['kind'][] = [
    ...(['agreed', 'refundRefused', 'cardKept', 'debitSent', 'accountChosen', 'chargeDeclined', 'holdAsked'] as const),
    ...(['holdRefused', 'changed', 'gapAccepted', 'closeOutDecided', 'closedOut', 'lapsed', 'placeKept'] as const),
    ...(['confirmed', 'revived', 'clientAsked', 'askAnswered', 'sent', 'seen', 'payerAsked'] as const),
  ];
  for (const kind of still)
    it(`${kind} moves no money`, () => {
      expect(entryForFact(of(kind), emptyLedger)).to.equal(null);
      expect(cashOfFact(of(kind))).to.equal(0);
    });
  for (const kind of [
    'holdPlaced',
    'holdReleased',
    'holdLapsed',
    'paymentAuthorised',
    'paymentReleased',
    'securitySettled',
    'givenUp',
    'delivered',
    'claimOwed',
    'cancelled',
  ] as const)
    it(`${kind} brings and takes no cash`, () => expect(cashOfFact(of(kind, { amount: 5_00 }))).to.equal(0));

  const delivered = of('delivered', { total: 400_00, tax: 74_80, received: 300_00 });
  const cases: [why: string, fact: Fact, before: Ledger, description: string, lines: Record<string, number>][] = [
    [
      'a payment with fee, its tax, and tip',
      of('received', { receiptId: 'a', amount: 300_00, method: 'card', fee: 6_15, feeTax: 1_15, tip: 10_00 }),
      emptyLedger,
      'Payment before the service',
      {
        'assets:card clearing': 316_15,
        'liabilities:client deposits': -300_00,
        'income:fees passed on': -5_00,
        'liabilities:tax payable': -1_15,
        'income:tips': -10_00,
      },
    ],
    [
      'a payment once it is owed',
      of('received', { receiptId: 'b', amount: 100_00, method: 'cash' }),
      after(delivered),
      'Payment after the service',
      { 'assets:cash': 100_00, 'assets:receivables': -100_00 },
    ],
    [
      'a refund with fee, its tax, and tip, of what came before the service',
      of('refunded', { refundId: 'r', receiptId: 'a', amount: 30_00, method: 'card', fee: 61, feeTax: 11, tip: 1_00 }),
      after(fact.paid('03-01 11:00', 300_00, 'a')),
      'Refund',
      {
        'liabilities:client deposits': 30_00,
        'income:fees passed on': 50,
        'liabilities:tax payable': 11,
        'income:tips': 1_00,
        'assets:card clearing': -31_61,
      },
    ],
    [
      'a refund of what was owed, beside one that was not',
      of('refunded', { refundId: 'r', receiptId: 'b', amount: 30_00, method: 'card' }),
      after(fact.paid('03-01 11:00', 300_00, 'a'), delivered, fact.paid('03-04 11:00', 100_00, 'b')),
      'Refund',
      { 'assets:receivables': 30_00, 'assets:card clearing': -30_00 },
    ],
    [
      'a hold',
      of('holdPlaced', { amount: 240_00 }),
      emptyLedger,
      'Hold placed',
      { 'memo:holds in force': 240_00, 'memo:holds given': -240_00 },
    ],
    [
      'a hold that is let go',
      of('holdReleased', { amount: 240_00 }),
      emptyLedger,
      'Hold released',
      { 'memo:holds given': 240_00, 'memo:holds in force': -240_00 },
    ],
    [
      'a hold that ran out',
      of('holdLapsed', { amount: 240_00 }),
      emptyLedger,
      'Hold lapsed',
      { 'memo:holds given': 240_00, 'memo:holds in force': -240_00 },
    ],
    [
      'a payment reserved with a request',
      of('paymentAuthorised', { amount: 90_00 }),
      emptyLedger,
      'Payment reserved with a request',
      { 'memo:holds in force': 90_00, 'memo:holds given': -90_00 },
    ],
    [
      'one that is let go',
      of('paymentReleased', { amount: 90_00 }),
      emptyLedger,
      'Reserved payment let go',
      { 'memo:holds given': 90_00, 'memo:holds in force': -90_00 },
    ],
    [
      'one that is taken, in part',
      of('paymentCaptured', { held: 90_00, captured: 60_00 }),
      emptyLedger,
      'Payment before the service',
      {
        'memo:holds given': 90_00,
        'memo:holds in force': -90_00,
        'assets:card clearing': 60_00,
        'liabilities:client deposits': -60_00,
      },
    ],
    [
      'a hold that pays a claim and a balance',
      of('holdCaptured', { held: 240_00, captured: 100_00, balance: 40_00 }),
      emptyLedger,
      'Hold captured',
      {
        'memo:holds given': 240_00,
        'memo:holds in force': -240_00,
        'assets:card clearing': 100_00,
        'income:damage recovered': -60_00,
        'assets:receivables': -40_00,
      },
    ],
    [
      'a refundable deposit that pays a claim and a balance',
      of('securitySettled', { claimed: 60_00, balance: 40_00, back: 100_00 }),
      emptyLedger,
      'Refundable deposit used',
      { 'liabilities:client deposits': 100_00, 'income:damage recovered': -60_00, 'assets:receivables': -40_00 },
    ],
    [
      'a debit that came back after it had settled',
      of('debitReturned', { settled: true, amount: 80_00, tip: 5_00, receiptId: 'a' }),
      emptyLedger,
      'Bank debit that came back',
      { 'liabilities:client deposits': 80_00, 'income:tips': 5_00, 'assets:card clearing': -85_00 },
    ],
  ];
  for (const [why, given, before, description, lines] of cases)
    it(why, () => {
      const made = entryForFact(given, before)!;
      expect(made.description).to.equal(description);
      expect(Object.fromEntries(made.lines.map(({ account, amount }) => [account, amount]))).to.deep.equal(lines);
    });

  it('a debit that came back before it settled had come nowhere', () =>
    expect(entryForFact(of('debitReturned', { settled: false, amount: 80_00 }), emptyLedger)).to.equal(null));
  it('cash of a debit that came back takes its tip too', () =>
    expect(cashOfFact(of('debitReturned', { settled: true, amount: minor(80_00), tip: minor(5_00) }))).to.equal(
      -85_00,
    ));
});
