import type { PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { Example } from '#core/terms/example';
import { exampleStanding, paidOnTime } from '#core/terms/example';
import type { Result } from '#core/result';
import { type HardCase, hardCases } from '#core/terms/hardCases';
import type { Terms } from '#core/terms/terms';
import { faultsOn, termsFaults, termsWarnings } from '#core/terms/warnings';
import { hardCaseWords } from '#core/wording/hardCaseWords';
import { faultWords, warningWords } from '#core/wording/warningWords';
import { expect } from 'chai';
import { at, rentalAgreed, rentalTerms, wall } from '../../../testing/story';

const { terms: _terms, ...example } = rentalAgreed satisfies Example & { terms: Terms };
const [deposit, balance] = rentalTerms.instalments;
const nbsp = (text: string): string => text.replaceAll('€ ', '€\u00a0');
const on = (part: Partial<Terms>): Terms => ({ ...rentalTerms, ...part });
/** With steps that never keep more than is in hand. */
const calm = (part: Partial<Terms>): Terms =>
  on({ cancellation: { tiers: [{ notice: { hours: 0 }, keep: { percent: '30' as Decimal } }] }, ...part });
const percent = (text: string): { percent: Decimal } => ({ percent: text as Decimal });

const warned: [why: string, terms: Terms, said: string[]][] = [
  [
    'nothing to say of the usual',
    calm({}),
    ['On this example the hold is renewed once. Each renewal can be refused; the old authorisation then ends early.'],
  ],
  [
    'a calendar date in shared terms',
    calm({ hold: undefined, instalments: [deposit!, { ...balance!, due: { date: '2027-05-03' as PlainDate } }] }),
    [
      "“balance” is due on Mon 3 May whatever the booking's dates are. Terms are shared: is that day right for all of them?",
      '“balance” is due after the service, when there is nothing left to withhold.',
    ],
  ],
  [
    'a balance due after the service',
    calm({ hold: undefined, instalments: [deposit!, { ...balance!, due: { on: 'end', plus: { days: 1 } } }] }),
    ['“balance” is due after the service, when there is nothing left to withhold.'],
  ],
  [
    'no steps',
    calm({ hold: undefined, cancellation: { tiers: [] } }),
    [
      'Without cancellation steps the whole price stays due, however early a client cancels.',
      nbsp('Cancelled from 1 Mar on, € 1,000.00 would be kept with only € 300.00 in hand: the rest must be asked for.'),
    ],
  ],
  [
    'a keep above what is in hand by then',
    calm({
      hold: undefined,
      cancellation: {
        tiers: [
          { notice: { days: 30 }, keep: percent('20') },
          { notice: { days: 14 }, keep: percent('60') },
        ],
      },
    }),
    [nbsp('Cancelled from 12 Mar on, € 600.00 would be kept with only € 300.00 in hand: the rest must be asked for.')],
  ],
  [
    'swap',
    calm({ hold: { ...rentalTerms.hold!, style: 'swap' } }),
    [
      'The old authorisation is let go before the new one stands: a refusal leaves nothing held.',
      'On this example the hold is renewed once. Each renewal can be refused, and a refused one leaves nothing held.',
    ],
  ],
  [
    'a fee where the law forbids it',
    calm({ hold: undefined, fee: { percent: '2' as Decimal, fixed: minor(0), mode: 'add', country: 'PT' } }),
    ['A fee for cards must not be passed on to consumers in PT.'],
  ],
  [
    'a fee where it does not',
    calm({ hold: undefined, fee: { percent: '2' as Decimal, fixed: minor(0), mode: 'add', country: 'CH' } }),
    [],
  ],
  [
    'a charge with no card to charge',
    calm({ instalments: [{ ...deposit!, collect: 'desk' }, balance!] }),
    [
      'On this example the hold is renewed once. Each renewal can be refused; the old authorisation then ends early.',
      'Nothing is paid by card at agreement, so there may be no card for: balance, hold. Ask for a card on file.',
    ],
  ],
  [
    'unless a card is kept',
    calm({
      hold: undefined,
      cardOnFile: true,
      instalments: [{ ...balance!, due: { on: 'start' } }],
      cancellation: { tiers: [{ notice: { hours: 0 }, keep: percent('0') }] },
    }),
    [],
  ],
  [
    'a hold above the price',
    calm({ hold: { ...rentalTerms.hold!, amount: percent('150'), keep: { on: 'end' }, validFor: { hours: 400 } } }),
    [nbsp('The hold of € 1,500.00 is more than the price.')],
  ],
  [
    'a hold of just the price',
    calm({ hold: { ...rentalTerms.hold!, amount: percent('100'), validFor: { hours: 400 } } }),
    [],
  ],
  [
    'a balance at the end itself',
    calm({ hold: undefined, instalments: [deposit!, { ...balance!, due: { on: 'end' } }] }),
    [],
  ],
  [
    'all in person',
    calm({ hold: undefined, instalments: [{ ...deposit!, collect: 'desk', amount: { share: 1 } }] }),
    [],
  ],
  [
    'in person, then a charge',
    calm({ hold: undefined, instalments: [{ ...deposit!, collect: 'desk' }, balance!] }),
    ['Nothing is paid by card at agreement, so there may be no card for: balance. Ask for a card on file.'],
  ],
  [
    'in person, and a hold',
    calm({
      hold: { ...rentalTerms.hold!, validFor: { hours: 400 } },
      instalments: [{ ...deposit!, collect: 'desk', amount: { share: 1 } }],
    }),
    ['Nothing is paid by card at agreement, so there may be no card for: hold. Ask for a card on file.'],
  ],
];

const faults: [why: string, terms: Terms, code: string, said: string][] = [
  ['no instalment', on({ instalments: [] }), 'no_instalments', 'There is no instalment yet.'],
  [
    'a part is left',
    on({ instalments: [deposit!] }),
    'terms_do_not_add_up',
    nbsp('At a price of € 0.01 a part is left that no instalment takes. Let one of them take the rest.'),
  ],
  [
    'a margin as long as an authorisation lasts',
    on({ hold: { ...rentalTerms.hold!, margin: { hours: 100 }, renewValidFor: { hours: 100 } } }),
    'hold_margin_too_long',
    'The hold would be renewed before it is placed: the time before it runs out must be shorter than an authorisation lasts.',
  ],
  [
    'a hold that ends before it begins, on a short service',
    on({ hold: { ...rentalTerms.hold!, place: { on: 'start', plus: { days: 3 } } } }),
    'hold_has_no_length',
    'For a short service the hold would end before it begins.',
  ],
];

describe('terms that work and may surprise', () => {
  for (const [why, terms, said] of warned)
    it(why, () =>
      expect(termsWarnings(terms, example).map((warning) => warningWords(warning, example))).to.deep.equal(said),
    );
  it('say nothing while there is no plan', () =>
    expect(termsWarnings(calm({ instalments: [deposit!] }), example)).to.deep.equal([]));
});

describe('terms that give no plan', () => {
  for (const [why, terms, code, said] of faults)
    it(why, () => {
      const [fault] = faultsOn(terms, example);
      expect(fault?.code).to.equal(code);
      expect(faultWords(fault!, 'EUR')).to.equal(said);
    });
  it('have every fault of their rules named', () => {
    const hold = { ...rentalTerms.hold!, margin: { hours: 168 } };
    expect(termsFaults(on({ instalments: [deposit!], hold })).map(({ code }) => code)).to.deep.equal([
      'terms_do_not_add_up',
      'hold_margin_too_long',
    ]);
    expect(termsFaults(on({ hold: { ...hold, margin: { hours: 167 } } }))).to.deep.equal([]);
    expect(faultsOn(on({}), example)).to.deep.equal([]);
    expect(termsFaults(on({ hold: undefined }))).to.deep.equal([]);
  });
});

const rows = (terms: Terms, about: Partial<Example> = {}): string[] =>
  hardCases(terms, { ...example, ...about }).map((hard) => {
    const { title, amount, word, note, tone } = hardCaseWords(hard, { ...example, ...about });
    return `${title} | ${amount === null ? '' : `${(amount / 100).toFixed(2)} `}${word} | ${note}${tone === 'plain' ? '' : ` (${tone})`}`;
  });

const hard: [why: string, terms: Terms, about: Partial<Example>, rows: string[]][] = [
  [
    'a deposit, a balance and a hold',
    on({}),
    {},
    [
      'Booked the day before | 1000.00 now | two instalments fall together',
      'Three weeks long | 400.00 held | renewed 3 times (warn)',
      'Moved by ten days | 700.00 later | to 13 Apr; the hold follows',
      'Cancelled 20 days before | 0.00 back | € 300.00 of € 300.00 in hand is kept',
      'A total of € 100.00 | 400.00 held | the hold is more than twice the price (warn)',
      'An open part never dated | 0.00 open | every instalment has its day',
    ],
  ],
  [
    'a fixed deposit, the rest at the end, an open part',
    on({
      hold: undefined,
      instalments: [
        { ...deposit!, amount: { fixed: minor(250_00) } },
        { ...balance!, due: { on: 'end' } },
        { name: 'first light', collect: 'ask', amount: percent('20'), due: { open: true } },
      ],
      cancellation: { tiers: [{ notice: { days: 10 }, keep: percent('40') }] },
    }),
    {},
    [
      'Booked the day before | 250.00 now | one instalment; € 550.00 follows',
      'Three weeks long | 0.00 held | nothing is held',
      'Moved by ten days | 550.00 later | to 28 Apr',
      'Cancelled 20 days before | 0.00 back | € 150.00 more is owed than in hand (warn)',
      'A total of € 125.00 | 125.00 now | the first instalment takes all',
      'An open part never dated | 200.00 open | nobody is asked for it until you give it a day (warn)',
    ],
  ],
  [
    'a refundable deposit where the hold gets long; all paid at once',
    on({
      chargeInstead: { above: 2 },
      instalments: [{ ...deposit!, amount: percent('100') }],
      hold: { ...rentalTerms.hold!, validFor: { hours: 720 }, renewValidFor: { hours: 24 } },
    }),
    {},
    [
      'Booked the day before | 1000.00 now | one instalment',
      'Three weeks long | 400.00 held | one authorisation lasts',
      'Moved by ten days | 0.00 later | no instalment moves; the hold follows',
      'Cancelled 20 days before | 700.00 back | € 300.00 of € 1,000.00 in hand is kept',
      'A total of € 100.00 | 400.00 held | the hold is more than twice the price (warn)',
      'An open part never dated | 0.00 open | every instalment has its day',
    ],
  ],
  [
    'charged instead, on three weeks',
    on({ chargeInstead: { above: 2 } }),
    {},
    [
      'Booked the day before | 1000.00 now | two instalments fall together',
      'Three weeks long | 400.00 charged | a refundable deposit instead of a hold',
      'Moved by ten days | 700.00 later | to 13 Apr; the hold follows',
      'Cancelled 20 days before | 0.00 back | € 300.00 of € 300.00 in hand is kept',
      'A total of € 100.00 | 400.00 held | the hold is more than twice the price (warn)',
      'An open part never dated | 0.00 open | every instalment has its day',
    ],
  ],
  [
    'rules that leave a part',
    on({ instalments: [deposit!] }),
    {},
    [
      'Booked the day before | no plan | a part is left that no instalment takes (fault)',
      'Three weeks long | no plan | a part is left that no instalment takes (fault)',
      'Moved by ten days | no plan | a part is left that no instalment takes (fault)',
      'Cancelled 20 days before | no plan | a part is left that no instalment takes (fault)',
      'A total of € 100.00 | no plan | a part is left that no instalment takes (fault)',
      'An open part never dated | no plan | a part is left that no instalment takes (fault)',
    ],
  ],
  [
    'agreed a week before: moved late, cancelled at once',
    on({ hold: undefined }),
    { agreed: wall('04-05 10:00') },
    [
      'Booked the day before | 1000.00 now | two instalments fall together',
      'Three weeks long | 0.00 held | nothing is held',
      'Moved by ten days | 700.00 later | to 13 Apr',
      'Cancelled 20 days before | 0.00 back | € 1,000.00 of € 1,000.00 in hand is kept',
      'A total of € 100.00 | 100.00 now | the first instalment takes all',
      'An open part never dated | 0.00 open | every instalment has its day',
    ],
  ],
];

describe('hard cases', () => {
  for (const [why, terms, about, expected] of hard)
    it(why, () => expect(rows(terms, about)).to.deep.equal(expected.map(nbsp)));

  const found = <K extends HardCase['kind']>(kind: K, terms: Terms, about: Partial<Example> = {}) =>
    hardCases(terms, { ...example, ...about }).find((each) => each.kind === kind) as Extract<HardCase, { kind: K }>;
  const valueOf = <T>(result: Result<T, { readonly code: string }>): T => {
    if (!result.ok) throw new Error('no plan');
    return result.value;
  };
  it('moves it five days before it begins, or at once where it was agreed later', () => {
    const { before, after, at: when } = valueOf(found('moved', on({})).result);
    expect(when).to.equal(at('04-05 10:00'));
    expect([before, after].map(({ instalments }) => instalments.map(({ due }) => due))).to.deep.equal([
      ...[
        ['2027-03-01', '2027-04-03'],
        ['2027-03-01', '2027-04-13'],
      ],
    ]);
    expect(after.instalments.map(({ key }) => key)).to.deep.equal(['', '']);
    expect(valueOf(found('moved', on({}), { agreed: wall('04-08 10:00') }).result).at).to.equal(at('04-08 10:00'));
  });
  it('books it the day before, at the same hour', () => {
    const { instalments } = valueOf(found('dayBefore', on({})).result);
    expect(instalments.map(({ dueAt }) => dueAt)).to.deep.equal([at('04-09 18:00'), at('04-09 18:00')]);
  });
  it('tries half of the fixed sums, or a tenth of the price, in whole units', () => {
    const odd = on({ instalments: [{ ...deposit!, amount: { fixed: minor(251) } }, balance!] });
    expect(found('smallTotal', odd).total).to.equal(125);
    expect(found('smallTotal', on({}), { total: minor(1009) }).total).to.equal(100);
    expect(found('smallTotal', on({}), { total: minor(9) }).total).to.equal(1);
  });
  it('names the parts that nobody is asked for', () => {
    const open = { name: 'first light', collect: 'ask', amount: percent('20'), due: { open: true } } as const;
    expect(valueOf(found('neverDated', on({ instalments: [deposit!, balance!, open] })).result)).to.deep.equal({
      open: 200_00,
      names: ['first light'],
    });
  });
});

describe('an example', () => {
  it('stands at its agreement, nothing paid', () => {
    const made = exampleStanding(example, rentalTerms);
    expect(made.ok && made.value.asOf).to.equal(at('03-01 10:00'));
    expect(made.ok && paidOnTime(made.value)(at('04-03 08:59')).map(({ amount }) => amount)).to.deep.equal([300_00]);
    expect(made.ok && paidOnTime(made.value)(at('04-03 09:00')).map(({ amount }) => amount)).to.deep.equal([
      300_00, 700_00,
    ]);
  });
});
