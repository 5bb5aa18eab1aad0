import type { PlainDate } from '#core/calendar/days';
import { cancellationOf } from '#core/bookings/cancellationOf';
import type { Fact } from '#core/bookings/facts';
import { factsThatCount } from '#core/bookings/factsThatCount';
import { ledgerOf } from '#core/bookings/ledger';
import { partKey, planOf } from '#core/bookings/keptPlan';
import { feeOn } from '#core/fee/feeOn';
import { isFeeBanned } from '#core/fee/surchargeBan';
import { isBalanced, credit, debit, entry, accounts } from '#core/books/journal/entry';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { sameValue } from '#core/sameValue';
import { unitsBetween } from '#core/catalogue/service';
import { expect } from 'chai';
import { at, booked, dealOn, fact, rentalAgreed, rentalTerms, standingOf, wall } from '../../../testing/story';

const { agreed, paid, cardKept, held, released, lapsedHold, changed, holdAsked, holdRefused, declined } = fact;
const when = at('04-19 10:00');
const delivered = (received: number, total = 1000_00): Fact => ({
  kind: 'delivered',
  at: when,
  total: minor(total),
  tax: minor(186_99),
  received: minor(received),
});

const journal: [why: string, facts: Fact[], entries: string[]][] = [
  [
    'paid in cash and by transfer',
    [paid('03-01 10:00', 1_00, 'a', 'cash'), paid('03-01 10:00', 2_00, 'b', 'transfer')],
    [
      'Payment before the service: assets:cash 1.00, liabilities:client deposits -1.00',
      'Payment before the service: assets:bank 2.00, liabilities:client deposits -2.00',
    ],
  ],
  [
    'paid after the service',
    [delivered(0), paid('04-20 10:00', 5_00)],
    [
      'Service delivered: assets:receivables 1000.00, income:revenue -813.01, liabilities:tax payable -186.99',
      'Payment after the service: assets:card clearing 5.00, assets:receivables -5.00',
    ],
  ],
  [
    'paid after a cancellation',
    [
      {
        kind: 'cancelled',
        at: when,
        by: 'client',
        rule: 'tier',
        keep: minor(3_00),
        refund: minor(0),
        owed: minor(3_00),
      },
      paid('04-20 10:00', 3_00),
    ],
    [
      'Cancelled, part kept: assets:receivables 3.00, income:cancellation income -3.00',
      'Payment after the service: assets:card clearing 3.00, assets:receivables -3.00',
    ],
  ],
  [
    'a fee and its tax with it',
    [{ ...(paid('03-01 10:00', 100_00) as Extract<Fact, { kind: 'received' }>), fee: minor(2_00), feeTax: minor(37) }],
    [
      'Payment before the service: assets:card clearing 102.00, liabilities:client deposits -100.00, income:fees passed on -1.63, liabilities:tax payable -0.37',
    ],
  ],
  [
    'more received than the price',
    [delivered(1100_00)],
    [
      'Service delivered: liabilities:client deposits 1100.00, assets:receivables -100.00, income:revenue -813.01, liabilities:tax payable -186.99',
    ],
  ],
  [
    'the hold pays claim and balance',
    [
      held('h', '04-09 18:00', '04-16 18:00'),
      {
        kind: 'holdCaptured',
        at: when,
        authorisation: 'h',
        held: minor(400_00),
        captured: minor(150_00),
        balance: minor(50_00),
      },
    ],
    [
      'Hold placed: memo:holds in force 400.00, memo:holds given -400.00',
      'Hold captured: memo:holds given 400.00, memo:holds in force -400.00, assets:card clearing 150.00, income:damage recovered -100.00, assets:receivables -50.00',
    ],
  ],
  [
    'the hold pays what a cancellation left owed',
    [
      held('h', '04-09 18:00', '04-16 18:00'),
      { kind: 'keptFromHold', at: when, authorisation: 'h', held: minor(400_00), captured: minor(90_00) },
    ],
    [
      'Hold placed: memo:holds in force 400.00, memo:holds given -400.00',
      'Hold captured for what a cancellation left owed: memo:holds given 400.00, memo:holds in force -400.00, assets:card clearing 90.00, assets:receivables -90.00',
    ],
  ],
  [
    'released and lapsed',
    [held('h', '04-09 18:00', '04-16 18:00'), released('h', '04-10 10:00'), lapsedHold('i', '04-10 10:00')],
    [
      'Hold placed: memo:holds in force 400.00, memo:holds given -400.00',
      'Hold released: memo:holds given 400.00, memo:holds in force -400.00',
      'Hold lapsed: memo:holds given 400.00, memo:holds in force -400.00',
    ],
  ],
  [
    'given back in cash',
    [{ kind: 'refunded', at: when, refundId: 'x', receiptId: 'a', amount: minor(7_00), method: 'cash' }],
    ['Refund: liabilities:client deposits 7.00, assets:cash -7.00'],
  ],
  [
    'what moves no money',
    [
      agreed(),
      cardKept('03-01 10:00'),
      declined('03-01 10:00'),
      holdAsked('03-01 10:00'),
      holdRefused('03-01 10:00'),
      changed('03-01 10:00', dealOn(rentalAgreed), dealOn(rentalAgreed)),
      {
        kind: 'cancelled',
        at: when,
        by: 'business',
        rule: 'business',
        keep: minor(0),
        refund: minor(0),
        owed: minor(0),
      },
    ],
    [],
  ],
];
describe('the entries that facts append', () => {
  for (const [why, facts, entries] of journal) it(why, () => expect(booked(facts)).to.deep.equal(entries));
  it('balance, and are none where nothing moves', () => {
    expect(isBalanced([debit(accounts.cash, minor(1)), credit(accounts.bank, minor(1))])).to.equal(true);
    expect(entry('x', [debit(accounts.cash, minor(0))])).to.equal(null);
    expect(() => entry('x', [debit(accounts.cash, minor(1))])).to.throw('does not balance: x');
  });
});

describe('the ledger of a booking', () => {
  const facts = [agreed(), paid('03-01 11:00', 300_00, 'r1'), cardKept('03-01 11:00')];
  it('takes a refund off its receipt', () => {
    const { receipts } = ledgerOf([
      ...facts,
      paid('03-02 11:00', 5_00, 'r2'),
      { kind: 'refunded', at: when, refundId: 'x', receiptId: 'r1', amount: minor(100_00), method: 'card' },
      { kind: 'refunded', at: when, refundId: 'y', receiptId: 'r1', amount: minor(50_00), method: 'card' },
    ]);
    expect(receipts.map(({ refunded }) => refunded)).to.deep.equal([150_00, 0]);
  });
  it('counts what a hold paid as received, by the hold', () => {
    const captured: Fact = {
      kind: 'holdCaptured',
      at: when,
      authorisation: 'h',
      held: minor(400_00),
      captured: minor(150_00),
      balance: minor(50_00),
    };
    const { receipts, authorisations } = ledgerOf([
      ...facts,
      held('g', '04-01 18:00', '04-08 18:00'),
      held('h', '04-09 18:00', '04-16 18:00'),
      captured,
    ]);
    expect(receipts.at(-1)).to.deep.include({ id: 'h', amount: 50_00, method: 'hold', refunded: 0 });
    expect(authorisations.map(({ state, endedAt }) => [state, endedAt])).to.deep.equal([
      ['inForce', null],
      ['captured', when],
    ]);
    expect(ledgerOf([...facts, { ...captured, balance: minor(0) } as Fact]).receipts).to.have.length(1);
    expect(
      ledgerOf([
        ...facts,
        { kind: 'keptFromHold', at: when, authorisation: 'h', held: minor(9), captured: minor(8) },
      ]).receipts.at(-1),
    ).to.deep.include({ amount: 8, method: 'hold' });
  });
  it('forgets that a bank asked, once it has answered', () => {
    expect(ledgerOf([...facts, holdAsked('04-09 18:00')]).holdAsked).to.not.equal(null);
    expect(ledgerOf([...facts, holdAsked('04-09 18:00'), held('h', '04-09 18:00', '04-16 18:00')]).holdAsked).to.equal(
      null,
    );
    expect(ledgerOf([...facts, holdAsked('04-09 18:00'), holdRefused('04-09 18:00')]).holdAsked).to.equal(null);
  });
  it('forgets an accepted gap with a new card', () => {
    const gap: Fact = { kind: 'gapAccepted', at: when, authorisation: null };
    expect(ledgerOf([...facts, gap]).gapAccepted).to.equal(true);
    expect(ledgerOf([...facts, gap, cardKept('04-19 11:00', 'c2', '1111')])).to.deep.include({
      gapAccepted: false,
      card: { cardId: 'c2', last4: '1111' },
    });
  });
  it('adds up what was given up', () =>
    expect(
      ledgerOf([
        { kind: 'givenUp', at: when, amount: minor(5) },
        { kind: 'givenUp', at: when, amount: minor(6) },
      ]).givenUp,
    ).to.equal(11));
  it('decisions rest on everything but messages and visits', () =>
    expect(
      factsThatCount([
        ...facts,
        { kind: 'sent', at: when, occasion: 'x', subject: '', messageId: '', to: '' },
        { kind: 'seen', at: when, page: '' },
      ]),
    ).to.equal(3));
});

describe('a cancellation of a booking', () => {
  const secured = [agreed(), paid('03-01 11:00', 300_00, 'r1'), cardKept('03-01 11:00')];
  const kept = { ...rentalTerms, holdCoversKeep: true };
  it('captures what is owed from the hold, where the agreement says so, and no more than is held', () => {
    const facts = [...secured, held('h1', '04-09 18:00', '04-16 18:00')];
    const owing = cancellationOf(standingOf(facts, '04-10 19:00', { ...rentalAgreed, terms: kept }), 'no_show');
    expect(owing).to.deep.include({ keep: 1000_00, refund: 0, owed: 700_00, fromHold: 400_00 });
    expect(cancellationOf(standingOf(facts, '04-10 19:00'), 'no_show').fromHold).to.equal(0);
    expect(
      cancellationOf(standingOf(secured, '04-10 19:00', { ...rentalAgreed, terms: kept }), 'no_show').fromHold,
    ).to.equal(0);
  });
  it('gives a refundable deposit back whole', () => {
    const on = { ...rentalAgreed, terms: { ...rentalTerms, chargeInstead: { above: 1 } } };
    const facts = [...secured, paid('04-03 09:00', 700_00, 'r2'), paid('04-09 18:00', 400_00, 'r3')];
    expect(cancellationOf(standingOf(facts, '04-10 19:00', on), 'client')).to.deep.include({
      keep: 1000_00,
      refund: 400_00,
      refunds: [{ id: 'r3', amount: 400_00 }],
    });
    expect(cancellationOf(standingOf(facts, '04-10 19:00', on), 'business')).to.deep.include({
      keep: 0,
      refund: 1400_00,
    });
  });
});

describe('the plan that terms give', () => {
  it('charges a refundable deposit only where the chain is longer than they allow', () => {
    const security = (above: number): boolean => {
      const made = planOf({ ...rentalAgreed, terms: { ...rentalTerms, chargeInstead: { above } } });
      return made.ok && made.value.instalments.some((part) => part.origin === 'security');
    };
    expect([1, 2].map(security)).to.deep.equal([true, false]);
  });
  it('adds it to what is to come, in the order of moments, and leaves no hold', () => {
    const made = planOf({ ...rentalAgreed, terms: { ...rentalTerms, chargeInstead: { above: 1 } } });
    expect(
      made.ok && [
        made.value.instalments.map(({ key, collect }) => [key, collect]),
        made.value.dueNow,
        made.value.later,
        made.value.open,
        made.value.hold,
      ],
    ).to.deep.equal([
      [
        ['deposit@2027-03-01', 'ask'],
        ['balance@2027-04-03', 'charge'],
        ['*security@2027-04-09', 'charge'],
      ],
      300_00,
      1100_00,
      0,
      undefined,
    ]);
    const now = planOf({
      ...rentalAgreed,
      terms: {
        ...rentalTerms,
        chargeInstead: { above: 1 },
        hold: { ...rentalTerms.hold!, place: { on: 'agreement' } },
      },
    });
    expect(now.ok && now.value.instalments.find((part) => part.origin === 'security')).to.deep.include({
      now: true,
      collect: 'ask',
      due: '2027-03-01',
    });
  });
  it('tells parts of one name and day apart', () => {
    const rule = { ...rentalTerms.instalments[0]!, amount: { percent: '50' as Decimal } };
    const made = planOf({ ...rentalAgreed, terms: { ...rentalTerms, instalments: [rule, rule] } });
    expect(made.ok && made.value.instalments.map(({ key }) => key)).to.deep.equal([
      'deposit@2027-03-01',
      'deposit@2027-03-01#2',
    ]);
  });
  it('an instalment that is called like what is owed later is not taken for it', () => {
    const named = { ...rentalTerms.instalments[0]!, name: 'claim' };
    const made = planOf({
      ...rentalAgreed,
      terms: { ...rentalTerms, instalments: [named, rentalTerms.instalments[1]!] },
    });
    expect(made.ok && made.value.instalments[0]).to.deep.include({ key: 'claim@2027-03-01', origin: 'plan' });
    expect(partKey({ name: 'claim', origin: 'claims', due: '2027-03-01' as PlainDate })).to.equal('*claims@2027-03-01');
  });
});

describe('a fee passed on', () => {
  const terms = { fee: { percent: '2' as Decimal, fixed: minor(25), mode: 'add' as const, country: 'CH' } };
  const about = { total: minor(800_00), tax: minor(149_59), amount: minor(240_00) };
  it('carries the share that tax has in the total', () =>
    expect(feeOn({ terms, ...about })).to.deep.equal({ fee: 5_05, charge: 245_05, tax: 94 }));
  it('is none on nothing, of nothing, or without a rule', () => {
    expect(feeOn({ terms, ...about, amount: minor(0) })).to.equal(null);
    expect(feeOn({ terms: {}, ...about })).to.equal(null);
    expect(feeOn({ terms: { fee: { ...terms.fee, percent: '0' as Decimal, fixed: minor(0) } }, ...about })).to.equal(
      null,
    );
    expect(feeOn({ terms, ...about, total: minor(0), tax: minor(0) })!.tax).to.equal(0);
  });
  it('is banned in some countries', () =>
    expect(['PT', 'GB', 'NO', 'CH', 'US'].map(isFeeBanned)).to.deep.equal([true, true, true, false, false]));
});

describe('units of a service', () => {
  const units: [why: string, basis: Parameters<typeof unitsBetween>[0], end: string, count: string, zone?: string][] = [
    ['one of a fixed price', 'fixed', '04-20 18:00', '1'],
    ['one person, until it is said how many', 'person', '04-20 18:00', '1'],
    ['whole days', 'day', '04-12 18:00', '2'],
    ['a begun day', 'day', '04-12 18:01', '3'],
    ['a begun hour', 'hour', '04-10 20:01', '3'],
    ['nights by their dates', 'night', '04-12 09:00', '2'],
    ['never less than one', 'night', '04-10 23:00', '1'],
    ['no time at all', 'hour', '04-10 18:00', '1'],
    ['a day of 23 hours is one', 'day', '03-28 18:00', '1', 'Europe/Lisbon'],
  ];
  for (const [why, basis, end, count, timeZone = 'UTC'] of units)
    it(why, () => {
      const start = timeZone === 'UTC' ? wall('04-10 18:00') : wall('03-27 18:00');
      expect(unitsBetween(basis, { start, end: wall(end), timeZone })).to.equal(count);
    });
});

describe('whether two values say the same', () => {
  const pairs: [why: string, a: unknown, b: unknown, same: boolean][] = [
    ['keys in another order', { a: 1, b: { c: 2, d: 3 } }, { b: { d: 3, c: 2 }, a: 1 }, true],
    ['a key that is undefined', { a: 1, b: undefined }, { a: 1 }, true],
    ['a list in another order', [1, 2], [2, 1], false],
    ['null and nothing', { a: null }, {}, false],
    ['a list within', { a: [{ b: 1, c: 2 }] }, { a: [{ c: 2, b: 1 }] }, true],
    ['texts', 'a', 'b', false],
  ];
  for (const [why, a, b, same] of pairs) it(why, () => expect(sameValue(a, b)).to.equal(same));
});
