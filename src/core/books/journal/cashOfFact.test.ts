import type { Fact } from '#core/bookings/facts';
import { emptyLedger, withFact } from '#core/bookings/ledger';
import { cashKinds, cashOfFact } from '#core/books/journal/cashOfFact';
import { accounts } from '#core/books/journal/entry';
import { entryForFact } from '#core/books/journal/entryForFact';
import { minor, sum } from '#core/money/minor';
import { expect } from 'chai';
import { at, fact } from '../../../../testing/story';
import { stories } from '../../../../testing/stories';

const when = at('03-05 10:00');
const card = { cardId: 'c1', last4: '7315' };
const cases: [why: string, fact: Fact, cash: number][] = [
  [
    'a card with tip and fee',
    { ...(fact.paid('03-01 11:00', 300_00) as object), fee: 4_50, tip: 10_00 } as Fact,
    314_50,
  ],
  ['cash', fact.paid('03-01 11:00', 50_00, 'a', 'cash'), 50_00],
  [
    'a voucher, whose money came before',
    { kind: 'received', at: when, receiptId: 'v', amount: minor(80_00), method: 'voucher', voucherId: 'x' },
    0,
  ],
  ['credit likewise', { kind: 'received', at: when, receiptId: 'k', amount: minor(80_00), method: 'credit' }, 0],
  [
    'given back with its tip',
    {
      kind: 'refunded',
      at: when,
      refundId: 'b',
      receiptId: 'a',
      amount: minor(30_00),
      tip: minor(2_00),
      method: 'card',
    },
    -32_00,
  ],
  [
    'given back onto a voucher',
    { kind: 'refunded', at: when, refundId: 'b', receiptId: 'v', amount: minor(30_00), method: 'voucher' },
    0,
  ],
  ['a debit on its way', fact.debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00'), 0],
  ['a debit that came', fact.debitPaid('03-05 11:00', 300_00, 'd1'), 300_00],
  ['one that never came', fact.debitBack('03-05 11:00', 300_00, 'd1', false), 0],
  ['one that came and was sent back', fact.debitBack('03-25 11:00', 300_00, 'd1', true), -300_00],
  ['a hold, which moves none', fact.held('h', '03-05 10:00', '03-12 10:00'), 0],
  [
    'a hold that is captured',
    {
      kind: 'holdCaptured',
      at: when,
      authorisation: 'h',
      held: minor(400_00),
      captured: minor(120_00),
      balance: minor(0),
    },
    120_00,
  ],
  [
    'a hold that pays what a cancellation left owed',
    { kind: 'keptFromHold', at: when, authorisation: 'h', held: minor(400_00), captured: minor(90_00) },
    90_00,
  ],
  [
    'a captured reservation',
    { kind: 'paymentCaptured', at: when, authorisation: 'p', held: minor(240_00), captured: minor(240_00) },
    240_00,
  ],
  [
    'a reservation',
    { kind: 'paymentAuthorised', at: when, authorisation: 'p', amount: minor(240_00), expires: when, ...card },
    0,
  ],
  [
    'a service that is delivered',
    { kind: 'delivered', at: when, total: minor(9), tax: minor(0), received: minor(9) },
    0,
  ],
];

const money: ReadonlySet<string> = new Set([accounts.cardClearing, accounts.bank, accounts.cash]);

/** What the journal says that card clearing, bank and cash gain by each fact. */
function booked(facts: readonly Fact[]): number[] {
  let ledger = emptyLedger;
  return facts.map((each) => {
    const entry = entryForFact(each, ledger);
    ledger = withFact(ledger, each);
    return sum((entry?.lines ?? []).filter(({ account }) => money.has(account)).map(({ amount }) => amount));
  });
}

describe('the cash of a fact', () => {
  for (const [why, given, cash] of cases)
    it(why, () => {
      expect(cashOfFact(given)).to.equal(cash);
      expect(booked([given]), 'as in the journal').to.deep.equal([cash]);
      if (cash !== 0) expect(cashKinds, 'a query for cash reads it').to.include(given.kind);
    });
  it('is what the journal says, in every story', () => {
    for (const { why, facts } of stories) expect(facts.map(cashOfFact), why).to.deep.equal(booked(facts));
  });
});
