import { decisionsOf } from '#core/bookings/decisions';
import { wantedJobs } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf, withFact } from '#core/bookings/ledger';
import { type Agreed } from '#core/bookings/agreed';
import { bookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import type { Instant } from '#core/calendar/instant';
import { accounts, isBalanced } from '#core/books/journal/entry';
import { entryForFact } from '#core/books/journal/entryForFact';
import { minor } from '#core/money/minor';
import { cardConsent } from '#core/wording/consent';
import { clientSteps } from '#core/wording/clientSteps';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { planSentences } from '#core/wording/sentences';
import { expect } from 'chai';
import { rentalAgreed } from '../../../testing/story';

const at = (text: string): Instant => `${text}Z` as Instant;

const rental: Agreed = rentalAgreed;

const agreed: Fact = { kind: 'agreed', at: at('2027-03-01T10:00:00'), by: 'owner' };
const deposit: Fact = {
  kind: 'received',
  at: at('2027-03-01T11:00:00'),
  receiptId: 'r1',
  amount: minor(300_00),
  method: 'card',
  cardId: 'c1',
  last4: '7315',
};
const card: Fact = { kind: 'cardKept', at: at('2027-03-01T11:00:00'), cardId: 'c1', last4: '7315', consent: '' };
const declined = (when: string, decline: 'soft' | 'hard' = 'soft', cardId = 'c1'): Fact => ({
  kind: 'chargeDeclined',
  at: at(when),
  amount: minor(700_00),
  code: '51',
  decline,
  cardId,
  last4: '7315',
  clientPresent: false,
});
const balance: Fact = {
  kind: 'received',
  at: at('2027-04-03T09:00:00'),
  receiptId: 'r2',
  amount: minor(700_00),
  method: 'card',
};
const held = (id: string, when: string, expires: string, renews?: string): Fact => ({
  kind: 'holdPlaced',
  at: at(when),
  authorisation: id,
  amount: minor(400_00),
  expires: at(expires),
  cardId: 'c1',
  last4: '7315',
  ...(renews ? { renews } : {}),
});
const first = held('h1', '2027-04-09T18:00:00', '2027-04-16T18:00:00');
const refused = (when: string, decline: 'soft' | 'hard'): Fact => ({
  kind: 'holdRefused',
  at: at(when),
  amount: minor(400_00),
  code: '62',
  decline,
  cardId: 'c1',
  last4: '7315',
  renews: 'h1',
});
const secured = [agreed, deposit, card];
const covered = [...secured, balance, first];

const stages: [why: string, facts: Fact[], when: string, stage: string][] = [
  ['nothing paid yet', [agreed], '2027-03-02T10:00:00', 'waiting'],
  ['the deposit is in', secured, '2027-03-02T10:00:00', 'secured'],
  ['the service begins', secured, '2027-04-10T18:00:00', 'inService'],
  ['a second before it ends', secured, '2027-04-18T17:59:59', 'inService'],
  ['it ends', secured, '2027-04-18T18:00:00', 'toCloseOut'],
  ['never secured: it does not begin', [agreed], '2027-04-12T18:00:00', 'waiting'],
  [
    'the place was given back',
    [agreed, { kind: 'lapsed', at: at('2027-03-04T10:00:00'), reason: 'not_paid' }],
    '2027-03-05T10:00:00',
    'lapsed',
  ],
];

describe('the stage of a booking', () => {
  for (const [why, facts, when, stage] of stages)
    it(why, () => expect(bookingState(rental, facts, at(when)).stage).to.equal(stage));
});

const holds: [why: string, facts: Fact[], when: string, state: string, renewAt: string | null, gap: string | null][] = [
  ['before its moment', secured, '2027-04-01T10:00:00', 'planned', null, null],
  ['in force, to be renewed by itself', covered, '2027-04-10T10:00:00', 'inForce', '2027-04-16T06:00:00Z', null],
  [
    'a renewal refused softly is tried again',
    [...covered, refused('2027-04-16T06:00:00', 'soft')],
    '2027-04-16T07:00:00',
    'inForce',
    '2027-04-16T09:00:00Z',
    null,
  ],
  [
    'refused for good: the gap is known',
    [...covered, refused('2027-04-16T06:00:00', 'hard')],
    '2027-04-16T07:00:00',
    'endingSoon',
    null,
    '2027-04-16T18:00:00Z',
  ],
  [
    'refused softly too often',
    [...covered, ...['06', '09', '12'].map((hour) => refused(`2027-04-16T${hour}:00:00`, 'soft'))],
    '2027-04-16T13:00:00',
    'endingSoon',
    null,
    '2027-04-16T18:00:00Z',
  ],
  [
    'lapsed: the gap is open',
    [...covered, { kind: 'holdLapsed', at: at('2027-04-16T18:00:00'), authorisation: 'h1', amount: minor(400_00) }],
    '2027-04-17T10:00:00',
    'lapsed',
    null,
    '2027-04-16T18:00:00Z',
  ],
  [
    'its moment has come and there is no card',
    [agreed, deposit],
    '2027-04-09T19:00:00',
    'planned',
    null,
    '2027-04-09T18:00:00Z',
  ],
  [
    'renewed, and long enough',
    [...covered, held('h2', '2027-04-16T06:00:00', '2027-04-23T06:00:00', 'h1')],
    '2027-04-17T10:00:00',
    'inForce',
    null,
    null,
  ],
  [
    'another card heals it',
    [
      ...covered,
      refused('2027-04-16T06:00:00', 'hard'),
      { ...card, at: at('2027-04-16T08:00:00'), cardId: 'c2' } as Fact,
    ],
    '2027-04-16T08:00:00',
    'inForce',
    '2027-04-16T06:00:00Z',
    null,
  ],
];

describe('the moment that a booking is looked at', () => {
  const clockPutBack = at('2027-04-18T18:30:00');
  const paid: Fact = { ...balance, at: at('2027-04-18T19:00:00') };
  const delivered = { kind: 'delivered', total: minor(1000_00), tax: minor(0), received: minor(1000_00) } as const;
  const cases: readonly (readonly [string, readonly Fact[]])[] = [
    ['stands last', [agreed, deposit, paid]],
    [
      'stands before one that tells of an earlier hour',
      [agreed, deposit, paid, { ...delivered, at: at('2027-04-18T18:00:00') }],
    ],
  ];
  for (const [why, facts] of cases)
    it(`is not before the newest of its facts, where that ${why}`, () => {
      const { asOf, position } = bookingState(rental, facts, clockPutBack);
      expect(asOf).to.equal(paid.at);
      expect(position.received).to.equal(minor(1000_00));
      expect(position.dueNow).to.equal(0);
    });
});

describe('the hold of a booking', () => {
  for (const [why, facts, when, state, renewAt, gap] of holds) {
    it(why, () => {
      const hold = bookingState(rental, facts, at(when)).hold!;
      expect({ state: hold.state, renewAt: hold.renewAt, gap: hold.gap?.from ?? null }).to.deep.equal({
        state,
        renewAt,
        gap,
      });
    });
  }
});

const decisions: [why: string, facts: Fact[], when: string, kinds: string[]][] = [
  ['nothing while all goes well', secured, '2027-03-20T10:00:00', []],
  ['the first payment is late', [agreed], '2027-03-04T10:00:00', ['notSecured']],
  ['a card refused', [...secured, declined('2027-04-03T09:00:00')], '2027-04-03T10:00:00', ['cardRefused']],
  ['a balance late without a card', [agreed, deposit], '2027-04-06T10:00:00', ['late']],
  ['a gap coming', [...covered, refused('2027-04-16T06:00:00', 'hard')], '2027-04-16T07:00:00', ['coverGap']],
  [
    'the gap accepted',
    [
      ...covered,
      refused('2027-04-16T06:00:00', 'hard'),
      { kind: 'gapAccepted', at: at('2027-04-16T08:00:00'), authorisation: 'h1' },
    ],
    '2027-04-16T09:00:00',
    [],
  ],
  ['the service is over', covered, '2027-04-18T18:00:00', ['closeOut']],
];

describe('what a booking asks of its owner', () => {
  for (const [why, facts, when, kinds] of decisions)
    it(why, () =>
      expect(decisionsOf(bookingState(rental, facts, at(when))).map((decision) => decision.kind)).to.deep.equal(kinds),
    );
});

const agenda: [why: string, facts: Fact[], when: string, errands: string[]][] = [
  [
    'waiting: ask, remind, and give the place back',
    [agreed],
    '2027-03-01T10:00:00',
    [
      '2027-03-01T10:00:00Z request',
      '2027-03-02T09:00:00Z overdue:deposit@2027-03-01:1',
      '2027-03-04T10:00:00Z lapse',
      '2027-04-04T09:00:00Z overdue:balance@2027-04-03:1',
    ],
  ],
  [
    'secured: remind, charge, hold',
    secured,
    '2027-03-02T10:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-03-31T09:00:00Z remind:balance@2027-04-03:3',
      '2027-04-03T09:00:00Z charge:balance@2027-04-03:c1:0',
      '2027-04-04T09:00:00Z overdue:balance@2027-04-03:1',
      '2027-04-09T18:00:00Z hold:0:c1:0',
      '2027-04-18T18:00:00Z deliver',
    ],
  ],
  [
    'declined softly: another try and a message',
    [...secured, declined('2027-04-03T09:00:00')],
    '2027-04-03T09:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-04-03T09:00:00Z declined:balance@2027-04-03:c1:1',
      '2027-04-04T09:00:00Z charge:balance@2027-04-03:c1:1',
      '2027-04-04T09:00:00Z overdue:balance@2027-04-03:1',
      '2027-04-09T18:00:00Z hold:0:c1:0',
      '2027-04-18T18:00:00Z deliver',
    ],
  ],
  [
    'declined for good: no further try',
    [...secured, declined('2027-04-03T09:00:00', 'hard')],
    '2027-04-03T09:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-04-03T09:00:00Z declined:balance@2027-04-03:c1:1',
      '2027-04-04T09:00:00Z overdue:balance@2027-04-03:1',
      '2027-04-09T18:00:00Z hold:0:c1:0',
      '2027-04-18T18:00:00Z deliver',
    ],
  ],
  [
    'declined, then another card: charged at once',
    [...secured, declined('2027-04-03T09:00:00', 'hard'), { ...card, cardId: 'c2' } as Fact],
    '2027-04-03T10:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-04-03T09:00:00Z charge:balance@2027-04-03:c2:0',
      '2027-04-04T09:00:00Z overdue:balance@2027-04-03:1',
      '2027-04-09T18:00:00Z hold:0:c2:0',
      '2027-04-18T18:00:00Z deliver',
    ],
  ],
  [
    'paid: nothing more is asked',
    covered,
    '2027-04-10T10:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-04-03T09:00:00Z receipt:r2',
      '2027-04-09T18:00:00Z held:h1',
      '2027-04-16T06:00:00Z renew:h1:c1:0',
      '2027-04-18T18:00:00Z deliver',
      '2027-04-20T18:00:00Z release:h1',
    ],
  ],
  [
    'renewed: the older one is let go',
    [...covered, held('h2', '2027-04-16T06:00:00', '2027-04-23T06:00:00', 'h1')],
    '2027-04-16T06:00:00',
    [
      '2027-03-01T11:00:00Z receipt:r1',
      '2027-04-03T09:00:00Z receipt:r2',
      '2027-04-09T18:00:00Z held:h1',
      '2027-04-16T06:00:00Z release:h1',
      '2027-04-18T18:00:00Z deliver',
      '2027-04-20T18:00:00Z release:h2',
    ],
  ],
  [
    'lapsed: told, and nothing else',
    [agreed, { kind: 'lapsed', at: at('2027-03-04T10:00:00'), reason: 'not_paid' }],
    '2027-03-04T10:00:00',
    ['2027-03-04T10:00:00Z lapsed'],
  ],
];

describe('the agenda of a booking', () => {
  for (const [why, facts, when, errands] of agenda) {
    it(why, () => {
      const wanted = wantedJobs(bookingState(rental, facts, at(when)), facts).filter(
        (errand) => errand.kind !== 'turn',
      );
      expect(wanted.map((errand) => `${errand.at} ${errand.key}`).sort()).to.deep.equal(errands);
    });
  }
  it('has no key twice', () => {
    const wanted = wantedJobs(bookingState(rental, covered, at('2027-04-10T10:00:00')), covered);
    expect(new Set(wanted.map((errand) => errand.key)).size).to.equal(wanted.length);
  });
});

const closing: Fact[] = [
  {
    kind: 'delivered',
    at: at('2027-04-19T10:00:00'),
    total: minor(1000_00),
    tax: minor(187_00),
    received: minor(1000_00),
  },
  {
    kind: 'holdCaptured',
    at: at('2027-04-19T10:00:00'),
    authorisation: 'h1',
    held: minor(400_00),
    captured: minor(120_00),
    balance: minor(0),
  },
  { kind: 'claimOwed', at: at('2027-04-19T10:00:00'), amount: minor(30_00) },
  {
    kind: 'closedOut',
    at: at('2027-04-19T10:00:00'),
    claims: [],
    captured: minor(120_00),
    released: minor(280_00),
    shortfall: minor(30_00),
    outstanding: minor(0),
  },
];

describe('the journal of a booking', () => {
  const entries = (facts: readonly Fact[]) => {
    let ledger = ledgerOf([]);
    return facts.flatMap((fact) => {
      const made = entryForFact(fact, ledger);
      ledger = withFact(ledger, fact);
      return made ? [made] : [];
    });
  };
  const balanceOf = (facts: readonly Fact[], account: string): number =>
    entries(facts)
      .flatMap((made) => made.lines)
      .filter((line) => line.account === account)
      .reduce((sum, line) => sum + line.amount, 0);

  it('balances entry by entry', () =>
    expect(entries([...covered, ...closing]).every((made) => isBalanced(made.lines))).to.equal(true));
  it('leaves no deposit and no memo after the close-out', () => {
    const all = [...covered, ...closing];
    expect(balanceOf(all, accounts.clientDeposits)).to.equal(0);
    expect(balanceOf(all, accounts.holdsInForce)).to.equal(0);
    expect(balanceOf(all, accounts.receivables)).to.equal(30_00);
    expect(balanceOf(all, accounts.revenue)).to.equal(-813_00);
    expect(balanceOf(all, accounts.damageRecovered)).to.equal(-150_00);
  });
  it('takes a payment after the close-out to the receivables', () => {
    const late: Fact = { ...deposit, at: at('2027-04-20T10:00:00'), receiptId: 'r9', amount: minor(30_00) } as Fact;
    expect(balanceOf([...covered, ...closing, late], accounts.receivables)).to.equal(0);
  });
  it('turns what was paid above the price into credit', () => {
    const over: Fact = { ...(closing[0] as object), received: minor(1100_00) } as Fact;
    const more: Fact = { ...deposit, receiptId: 'r8', amount: minor(100_00) } as Fact;
    const closed: Fact = { ...(closing.at(-1) as object), over: minor(100_00) } as Fact;
    expect(balanceOf([...covered, more, over], accounts.clientCredit)).to.equal(0);
    expect(balanceOf([...covered, more, over], accounts.receivables)).to.equal(-100_00);
    expect(balanceOf([...covered, more, over, closed], accounts.clientCredit)).to.equal(-100_00);
    expect(balanceOf([...covered, more, over, closed], accounts.receivables)).to.equal(0);
  });
  it('splits a cancellation into what is kept and what goes back', () => {
    const facts: Fact[] = [
      ...secured,
      {
        kind: 'cancelled',
        at: at('2027-04-08T10:00:00'),
        by: 'client',
        rule: 'tier',
        keep: minor(200_00),
        refund: minor(100_00),
        owed: minor(0),
      },
      {
        kind: 'refunded',
        at: at('2027-04-08T10:00:00'),
        refundId: 'x',
        receiptId: 'r1',
        amount: minor(100_00),
        method: 'card',
      },
    ];
    expect(balanceOf(facts, accounts.clientDeposits)).to.equal(0);
    expect(balanceOf(facts, accounts.cancellationIncome)).to.equal(-200_00);
  });
});

describe('what a client reads', () => {
  const waiting = bookingState(rental, [agreed], at('2027-03-01T10:00:00'));
  it('is the plan, in the order of its days', () => {
    expect(clientSteps(waiting).map(({ mark, when, what, amount }) => [mark, when, what, amount])).to.deep.equal([
      ['now', 'Today', 'You pay the deposit', 300_00],
      ['due', '3 Apr', 'We charge the balance to the same card', 700_00],
      ['held', '9 Apr to 20 Apr', 'Your bank sets this aside', 400_00],
    ]);
  });
  it('is whole sentences in a message', () =>
    expect(planSentences(waiting)).to.deep.equal([
      '€\u00a0300.00 (deposit) is due now.',
      'On Sat 3 Apr we charge €\u00a0700.00 (balance) to the same card.',
      'From Fri 9 Apr to Tue 20 Apr your bank sets €\u00a0400.00 aside without charging it; it is let go when all is in order.',
      'What is set aside may also pay a balance that is still owed.',
    ]));
  it('says what a cancellation costs, with the last day that a person names', () =>
    expect(cancellationSentences(waiting)).to.deep.equal([
      'Until Tue 2 Mar, 10:00: you get everything back.',
      'Until the end of Sat 27 Mar: we keep 30 % of the price, €\u00a0300.00.',
      'After that the whole price stays due.',
    ]));
  it('names in the consent every sum that will be charged or held', () =>
    expect(cardConsent(waiting)).to.include('the balance of €\u00a0700.00').and.to.include('A hold of €\u00a0400.00'));
});

describe('the money strip', () => {
  const cases: [why: string, facts: Fact[], when: string, segments: string[], hold: string | null][] = [
    ['due and to come', [agreed], '2027-03-01T10:00:00', ['due 30000', 'planned 70000'], 'planned'],
    ['received and late', [agreed, deposit], '2027-04-06T10:00:00', ['received 30000', 'late 70000'], 'planned'],
    ['held', covered, '2027-04-10T10:00:00', ['received 30000', 'received 70000'], 'inForce'],
    [
      'paid in part',
      [agreed, { ...deposit, amount: minor(100_00) } as Fact],
      '2027-03-01T12:00:00',
      ['received 10000', 'due 20000', 'planned 70000'],
      'planned',
    ],
    [
      'lapsed: nothing is owed',
      [agreed, { kind: 'lapsed', at: at('2027-03-04T10:00:00'), reason: 'not_paid' }],
      '2027-03-05T10:00:00',
      [],
      null,
    ],
  ];
  for (const [why, facts, when, segments, hold] of cases) {
    it(why, () => {
      const strip = stripOf(bookingState(rental, facts, at(when)));
      expect(strip.segments.map(({ state, amount }) => `${state} ${amount}`)).to.deep.equal(segments);
      expect(strip.hold?.state ?? null).to.equal(hold);
    });
  }
});
