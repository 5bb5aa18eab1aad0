import type { PlainDate } from '#core/calendar/days';
import { type Change, changeOf, discountedBy, payAllOffer, pricedDeal } from '#core/bookings/change';
import { amountsOf, asking, dueDaysOf, movedTo, split, waived } from '#core/bookings/ownRules';
import type { Deal } from '#core/bookings/deal';
import type { Fact } from '#core/bookings/facts';
import { type Agreed } from '#core/bookings/agreed';
import { bookingState } from '#core/bookings/bookingState';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor, sum } from '#core/money/minor';
import { instalmentAmounts } from '#core/plan/amounts';
import type { InstalmentRule } from '#core/plan/rules';
import { price } from '#core/price/price';
import { changeSentences } from '#core/wording/changeSentences';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, dealOn, fact, priceOf, rentalAgreed, rentalTerms, standingOf, wall } from '../../../testing/story';

const { agreed, paid, cardKept, held } = fact;
const secured = [agreed(), paid('03-01 11:00', 300_00, 'r1'), cardKept('03-01 11:00')];
const settled = [...secured, paid('04-03 09:00', 700_00, 'r2')];
const before = dealOn(rentalAgreed);

const changing = (facts: Fact[], when: string, after: Deal, about: { giveBack?: boolean; agreed?: Agreed } = {}) =>
  changeOf({
    agreed: about.agreed ?? rentalAgreed,
    facts,
    now: at(when),
    before: about.agreed ? dealOn(about.agreed) : before,
    after,
    by: 'owner',
    key: 'k',
    reason: 'change',
    giveBack: about.giveBack ?? true,
  });
const made = (...given: Parameters<typeof changing>): Change => {
  const change = changing(...given);
  if (!change.ok) throw new Error(change.refusal.code);
  return change.value;
};
const parts = ({ after }: Change): string[] =>
  after.parts.map((part) => `${part.name} ${part.amount / 100} ${part.due} ${part.state}${part.now ? ' now' : ''}`);
const priced = (total: number): Deal => dealOn(rentalAgreed, { price: priceOf(total) });

const plans: [why: string, facts: Fact[], when: string, after: Deal, parts: string[]][] = [
  [
    'dearer before anything is paid: the added part is due at the change',
    [agreed()],
    '03-02 12:00',
    priced(1200_00),
    ['deposit 300 2027-03-01 due now', 'deposit 60 2027-03-02 due', 'balance 840 2027-04-03 planned'],
  ],
  [
    'cheaper: what is less comes off the later parts',
    secured,
    '03-02 12:00',
    priced(500_00),
    ['deposit 150 2027-03-01 paid now', 'balance 350 2027-04-03 planned'],
  ],
  [
    'sooner: the balance is due at the change and not late',
    secured,
    '03-20 12:00',
    dealOn(rentalAgreed, { start: wall('03-22 18:00'), end: wall('03-24 18:00') }),
    ['deposit 300 2027-03-01 paid now', 'balance 700 2027-03-20 due'],
  ],
  [
    'later, after the balance was late: it is planned again',
    secured,
    '04-08 12:00',
    dealOn(rentalAgreed, { start: wall('04-30 18:00'), end: wall('05-02 18:00') }),
    ['deposit 300 2027-03-01 paid now', 'balance 700 2027-04-23 planned'],
  ],
  [
    'late and dearer: what was late stays late, what is added is due',
    secured,
    '04-08 12:00',
    priced(1200_00),
    [
      'deposit 300 2027-03-01 paid now',
      'balance 700 2027-04-03 late',
      'deposit 60 2027-04-08 due',
      'balance 140 2027-04-08 due',
    ],
  ],
  [
    'the day itself counts as passed only from its moment on',
    secured,
    '04-03 08:59',
    priced(1200_00),
    ['deposit 300 2027-03-01 paid now', 'deposit 60 2027-04-03 due', 'balance 840 2027-04-03 planned'],
  ],
];

describe('a change makes nobody late', () => {
  for (const [why, facts, when, after, expected] of plans)
    it(why, () => expect(parts(made(facts, when, after))).to.deep.equal(expected));

  it('also where one change follows another', () => {
    const first = made([agreed()], '03-02 12:00', priced(1200_00));
    const facts = [agreed(), first.fact];
    const agreedNow = { ...rentalAgreed, total: minor(1200_00) };
    const second = changeOf({
      agreed: agreedNow,
      facts,
      now: at('03-05 12:00'),
      before: priced(1200_00),
      after: priced(1500_00),
      by: 'owner',
      key: 'k2',
      reason: 'change',
      giveBack: true,
    });
    expect(second.ok && parts(second.value)).to.deep.equal([
      'deposit 300 2027-03-01 late now',
      'deposit 60 2027-03-02 late',
      'deposit 90 2027-03-05 due',
      'balance 1050 2027-04-03 planned',
    ]);
  });

  const moves = fc.record({
    total: fc.integer({ min: 1, max: 5000_00 }),
    days: fc.integer({ min: -20, max: 60 }),
    paid: fc.integer({ min: 0, max: 1000_00 }),
    when: fc.integer({ min: 1, max: 40 }),
  });
  it('never adds to what is late, and the parts add up to the price', () =>
    fc.assert(
      fc.property(moves, ({ total, days, paid: amount, when }) => {
        const now = new Date(Date.UTC(2027, 2, 1 + when, 12)).toISOString().slice(5, 16).replace('T', ' ');
        const facts = [agreed(), ...(amount > 0 ? [paid('03-01 11:00', amount, 'r1')] : [])];
        const shift = (text: string): string =>
          new Date(Date.parse(`2027-${text.replace(' ', 'T')}Z`) + days * 86_400_000).toISOString().slice(5, 16);
        const after = dealOn(rentalAgreed, {
          price: priceOf(total),
          start: wall(shift('04-10 18:00')),
          end: wall(shift('04-18 18:00')),
        });
        const change = made(facts, now, after);
        expect(change.after.position.late).to.be.at.most(change.before.position.late);
        expect(sum(change.after.parts.map((part) => part.amount))).to.equal(total);
        const back = sum(change.refunds.map((refund) => refund.amount));
        expect(back).to.equal(Math.max(0, amount - total));
      }),
      { numRuns: 200 },
    ));
});

describe('what a change gives back', () => {
  it('goes over the receipts, newest first, and the position is without it', () => {
    const { refunds, credit, after } = made(settled, '04-05 12:00', priced(250_00));
    expect({ refunds, credit }).to.deep.equal({
      refunds: [
        { id: 'r2', amount: 700_00 },
        { id: 'r1', amount: 50_00 },
      ],
      credit: 750_00,
    });
    expect(after.position).to.include({ received: 250_00, credit: 0, outstanding: 0 });
  });
  it('or stays as credit', () => {
    const { refunds, credit, after } = made(settled, '04-05 12:00', priced(250_00), { giveBack: false });
    expect({ refunds, credit, left: after.position.credit }).to.deep.equal({
      refunds: [],
      credit: 750_00,
      left: 750_00,
    });
  });
});

const refusals: [why: string, facts: Fact[], after: Deal, code: string][] = [
  [
    'nothing is different, in whatever order its keys are',
    secured,
    { ...before, terms: { ...Object.fromEntries(Object.entries(before.terms).reverse()) } as never },
    'nothing_changed',
  ],
  ['the end before the start', secured, { ...before, end: wall('04-09 18:00') }, 'end_before_start'],
  [
    'rules that leave a part',
    secured,
    { ...before, terms: { ...rentalTerms, instalments: rentalTerms.instalments.slice(0, 1) } },
    'terms_do_not_add_up',
  ],
  [
    'a hold of no length',
    secured,
    {
      ...before,
      terms: { ...rentalTerms, hold: { ...rentalTerms.hold!, place: { on: 'start', plus: { days: 30 } } } },
    },
    'hold_has_no_length',
  ],
  [
    'cancelled',
    [
      ...secured,
      {
        kind: 'cancelled',
        at: at('03-05 12:00'),
        by: 'client',
        rule: 'grace',
        keep: minor(0),
        refund: minor(0),
        owed: minor(0),
      },
    ],
    priced(5_00),
    'booking_over',
  ],
  ['lapsed', [agreed(), { kind: 'lapsed', at: at('03-05 12:00'), reason: 'not_paid' }], priced(5_00), 'booking_over'],
  [
    'closed',
    [
      ...settled,
      {
        kind: 'closedOut',
        at: at('04-19 12:00'),
        claims: [],
        captured: minor(0),
        released: minor(0),
        shortfall: minor(0),
        outstanding: minor(0),
      },
    ],
    priced(5_00),
    'booking_over',
  ],
];
describe('a change is refused where', () => {
  for (const [why, facts, after, code] of refusals)
    it(why, () => {
      const change = changing(facts, '04-20 12:00', after);
      expect(change.ok ? null : change.refusal.code).to.equal(code);
    });
});

const nbsp = (text: string): string => text.replaceAll('€ ', '€\u00a0');
const told: [why: string, facts: Fact[], when: string, after: Deal, said: string[]][] = [
  ['a title', secured, '03-02 12:00', { ...before, title: 'Large rig' }, ['It is now: Large rig.']],
  [
    'dates, with the hold and the cancellation',
    secured,
    '03-02 12:00',
    { ...before, start: wall('04-20 18:00'), end: wall('04-28 18:00') },
    [
      'It begins Tue 20 Apr, 18:00 instead of Sat 10 Apr, 18:00.',
      'It ends Wed 28 Apr, 18:00 instead of Sun 18 Apr, 18:00.',
      'The balance: € 700.00 on 13 Apr instead of € 700.00 on 3 Apr.',
      '€ 400.00 is set aside from 19 Apr to 30 Apr.',
      'What a cancellation costs has changed.',
    ],
  ],
  [
    'a price',
    secured,
    '03-02 12:00',
    priced(1200_00),
    [
      'The price is € 1,200.00 instead of € 1,000.00.',
      'The deposit: € 60.00 on 2 Mar instead of paid.',
      'The balance: € 840.00 on 3 Apr instead of € 700.00 on 3 Apr.',
      'What a cancellation costs has changed.',
    ],
  ],
  [
    'no hold, and an open part in place of the balance',
    secured,
    '03-02 12:00',
    {
      ...before,
      terms: {
        ...rentalTerms,
        hold: undefined,
        instalments: [
          rentalTerms.instalments[0]!,
          { ...rentalTerms.instalments[1]!, name: 'first light', due: { open: true } },
        ],
      },
    },
    [
      'New: first light, € 700.00 without a date.',
      'The balance is no longer asked for.',
      'Nothing is set aside on a card any more.',
    ],
  ],
  [
    'paid parts on other days are nobody’s business',
    settled,
    '04-05 12:00',
    {
      ...before,
      terms: {
        ...rentalTerms,
        instalments: [
          rentalTerms.instalments[0]!,
          { ...rentalTerms.instalments[1]!, due: { on: 'start', minus: { days: 6 } } },
        ],
      },
    },
    [],
  ],
];
describe('what the client is told of a change', () => {
  for (const [why, facts, when, after, said] of told)
    it(why, () => {
      const change = made(facts, when, after);
      expect(changeSentences(change.before, change.after, [before, after])).to.deep.equal(said.map(nbsp));
      expect(change.fact.tells).to.equal(said.length > 0);
    });
  it('a new way of collecting alone', () => {
    const asked = {
      ...rentalTerms,
      instalments: rentalTerms.instalments.map((rule) => ({ ...rule, collect: 'ask' as const })),
    };
    const change = made(secured, '03-02 12:00', { ...before, terms: asked });
    expect(changeSentences(change.before, change.after)).to.deep.equal([]);
    expect(change.fact.tells, 'its sentence reads otherwise').to.equal(true);
  });
  it('nothing where only the rhythm of retries differs', () =>
    expect(
      made(secured, '03-02 12:00', { ...before, terms: { ...rentalTerms, retryAfterHours: [1] } }).fact.tells,
    ).to.equal(false));
});

describe('paying everything at once', () => {
  const offering = { ...rentalAgreed, terms: { ...rentalTerms, payAllDiscount: '5' as Decimal } };
  const offer = (facts: Fact[], when = '03-01 12:00', on: Agreed = offering) =>
    payAllOffer(bookingState(on, facts, at(when)), dealOn(on));
  it('takes the discount off the price', () => {
    expect(offer([agreed()])).to.deep.include({ amount: 950_00 });
    expect(offer([agreed()])!.deal).to.deep.include({ total: 950_00, tax: 177_64 });
  });
  it('with a refundable deposit besides', () =>
    expect(
      offer([agreed()], '03-01 12:00', { ...offering, terms: { ...offering.terms, chargeInstead: { above: 1 } } })!
        .amount,
    ).to.equal(1350_00));
  const none: [why: string, facts: Fact[], when?: string, on?: Agreed][] = [
    ['terms without one', [agreed()], '03-01 12:00', rentalAgreed],
    ['something paid already', [agreed(), paid('03-01 11:00', 1_00)]],
    ['everything is due anyway', [agreed()], '04-05 12:00'],
    [
      'the service has begun',
      [agreed()],
      '04-19 12:00',
      {
        ...offering,
        terms: {
          ...offering.terms,
          firstPayment: { required: false, preset: 'all' },
          instalments: [
            { ...rentalTerms.instalments[0]!, due: { on: 'end', plus: { days: 9 } } },
            rentalTerms.instalments[1]!,
          ],
        },
      },
    ],
    [
      'all of it off',
      [agreed()],
      '03-01 12:00',
      { ...offering, terms: { ...offering.terms, payAllDiscount: '100' as Decimal } },
    ],
  ];
  for (const [why, facts, when, on] of none)
    it(`is not offered: ${why}`, () => expect(offer(facts, when, on)).to.equal(null));

  it('comes off what a discount that is there already leaves', () => {
    const input = { ...priceOf(1000_00), discount: { percent: '10' as Decimal } };
    expect(price(discountedBy(input, '5')).total).to.equal(855_00);
    expect(
      pricedDeal({ ...before, price: discountedBy(priceOf(99), '50') }).total,
      'half a cent, away from nothing',
    ).to.equal(49);
  });
});

describe('rules of a booking’s own', () => {
  const { instalments } = rentalTerms;
  const total = minor(1000_00);
  const three: InstalmentRule[] = [
    ...instalments,
    { name: 'end', collect: 'desk', amount: { share: 3 }, due: { on: 'end' } },
  ];
  const sums = (rules: readonly InstalmentRule[], of: Minor = total): number[] =>
    amountsOf(rules, of).map((amount) => amount / 100);

  it('another sum: the last of the others takes the difference', () => {
    expect(sums(asking(instalments, { index: 0, amount: minor(400_00), total }))).to.deep.equal([400, 600]);
    expect(sums(asking(instalments, { index: 1, amount: minor(400_00), total }))).to.deep.equal([600, 400]);
    expect(sums(asking(three, { index: 1, amount: minor(100_00), total }))).to.deep.equal([300, 100, 600]);
    expect(sums(asking(three, { index: 2, amount: minor(500_00), total }))).to.deep.equal([300, 200, 500]);
  });
  it('less of an only one leaves a rest without a date', () => {
    const rules = asking([{ ...instalments[0]!, amount: { percent: '100' as Decimal } }], {
      index: 0,
      amount: minor(600_00),
      total,
    });
    expect(rules.map(({ name, due }) => [name, due])).to.deep.equal([
      ['deposit', { on: 'agreement' }],
      ['rest of the deposit', { open: true }],
    ]);
    expect(sums(rules)).to.deep.equal([600, 400]);
  });
  it('split in two, in its place', () => {
    const rules = split(three, { index: 1, first: minor(75_00), due: { open: true }, total });
    expect(rules.map(({ name }) => name)).to.deep.equal(['deposit', 'balance', 'rest of the balance', 'end']);
    expect(sums(rules)).to.deep.equal([300, 75, 100, 525]);
    expect(rules[2]).to.deep.include({ collect: 'charge', due: { open: true } });
  });
  it('moved, the rest untouched', () => {
    const rules = movedTo(three, 2, { date: '2027-05-01' as PlainDate });
    expect(rules.map(({ due }) => due)).to.deep.equal([three[0]!.due, three[1]!.due, { date: '2027-05-01' }]);
    expect(dueDaysOf(rules, rentalAgreed)).to.deep.equal(['2027-03-01', '2027-04-03', '2027-05-01']);
    expect(dueDaysOf(movedTo(three, 2, { open: true }), rentalAgreed)[2]).to.equal(null);
  });
  it('waived: off the part and off the price, whatever taxes are on top', () => {
    const about = { index: 1, amount: minor(200_00), total, subtotal: minor(1000_00), discount: minor(0) };
    const inclusive = waived(instalments, about);
    expect(inclusive.discount).to.deep.equal({ amount: 200_00 });
    expect(sums(inclusive.rules, minor(800_00))).to.deep.equal([300, 500]);
    const exclusive = waived(instalments, {
      ...about,
      total: minor(1230_00),
      subtotal: minor(1100_00),
      discount: minor(100_00),
    });
    expect(exclusive.discount, '100.00 and 200.00 of 1,230.00 on 1,000.00 net').to.deep.equal({ amount: 262_60 });
    expect(
      waived(instalments, { ...about, amount: minor(0), total: minor(0), subtotal: minor(0) }).discount,
    ).to.deep.equal({ amount: 0 });
  });
  it('always add up to the total', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1500_00 }),
        fc.integer({ min: 0, max: 2 }),
        fc.integer({ min: 1, max: 2000_00 }),
        (amount, index, of) => {
          for (const rules of [
            asking(three, { index, amount: minor(amount), total: minor(of) }),
            split(three, {
              index,
              first: minor(Math.min(amount, amountsOf(three, minor(of))[index]!)),
              due: { open: true },
              total: minor(of),
            }),
          ]) {
            const amounts = instalmentAmounts(
              minor(of),
              rules.map((rule) => rule.amount),
            );
            expect(amounts.ok && sum(amounts.value)).to.equal(of);
          }
        },
      ),
    ));
  it('rules that leave a part take nothing', () =>
    expect(amountsOf(instalments.slice(0, 1), total)).to.deep.equal([0]));
});

describe('a hold in a change', () => {
  it('is as it was where its times and sum are', () => {
    const facts = [...settled, held('h1', '04-09 18:00', '04-16 18:00')];
    const { after } = made(facts, '04-11 12:00', {
      ...before,
      title: 'Rig',
      price: priceOf(900_00),
      total: minor(900_00),
      tax: minor(168_29),
    });
    expect(after.hold).to.include({ state: 'inForce', letGoAt: null, placeAt: null });
    expect(standingOf(facts, '04-11 12:00').hold).to.include({ letGoAt: null, placeAt: null });
  });
});
