import type { PlainDate } from '#core/calendar/days';
import type { Fact } from '#core/bookings/facts';
import { type Agreed } from '#core/bookings/agreed';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { coverSpans, planRows } from '#islands/bookings/booking/planRows';
import { historyWords } from '#islands/bookings/booking/historyWords';
import { serviceDay } from '#islands/bookings/booking/serviceDay';
import { expect } from 'chai';

const at = (text: string): Instant => `${text}Z` as Instant;

const agreed: Agreed = {
  currency: 'EUR',
  timeZone: 'UTC',
  agreed: '2027-03-01T10:00' as WallTime,
  start: '2027-04-10T18:00' as WallTime,
  end: '2027-04-18T18:00' as WallTime,
  total: minor(1000_00),
  terms: {
    instalments: [
      { name: 'deposit', collect: 'ask', amount: { percent: '30' as Decimal }, due: { on: 'agreement' } },
      {
        name: 'balance',
        collect: 'charge',
        amount: { share: 1 },
        due: { on: 'start', minus: { days: 7 } },
      },
    ],
    hold: {
      amount: { fixed: minor(400_00) },
      place: { on: 'start', minus: { days: 1 } },
      keep: { on: 'end', plus: { days: 2 } },
    },
    holdCoversBalance: false,
    cancellation: { tiers: [] },
    graceDays: 0,
    reminders: [],
    retryAfterHours: [24],
  },
};
const card = { cardId: 'c1', last4: '7315' };
const base: Fact[] = [
  { kind: 'agreed', at: at('2027-03-01T10:00:00'), by: 'owner' },
  {
    kind: 'received',
    at: at('2027-03-01T11:00:00'),
    receiptId: 'r1',
    amount: minor(300_00),
    method: 'card',
    ...card,
  },
  { kind: 'cardKept', at: at('2027-03-01T11:00:00'), ...card, consent: '' },
];
const declined: Fact = {
  kind: 'chargeDeclined',
  at: at('2027-04-03T09:00:00'),
  amount: minor(700_00),
  code: '51',
  decline: 'soft',
  clientPresent: false,
  ...card,
};
const placed: Fact = {
  kind: 'holdPlaced',
  at: at('2027-04-09T18:00:00'),
  authorisation: 'h1',
  amount: minor(400_00),
  expires: at('2027-04-16T18:00:00'),
  ...card,
};
const refused: Fact = {
  kind: 'holdRefused',
  at: at('2027-04-16T06:00:00'),
  amount: minor(400_00),
  code: '62',
  decline: 'hard',
  renews: 'h1',
  ...card,
};
const cancelled: Fact = {
  kind: 'cancelled',
  at: at('2027-03-20T10:00:00'),
  by: 'client',
  rule: 'tier',
  keep: minor(100_00),
  refund: minor(200_00),
  owed: minor(0),
};
const rowsAt = (facts: Fact[], when: string) => {
  const rows = planRows(bookingState(agreed, facts, at(when)));
  return rows.map(({ date, mark, title, word }) => `${date} ${mark} ${title} ${word}`.trimEnd());
};

const lines: [why: string, facts: Fact[], when: string, rows: string[]][] = [
  [
    'planned, from the agreement to the end of cover',
    base,
    '2027-03-02T10:00:00',
    [
      '2027-03-01 received Deposit received',
      '2027-04-03 planned Balance planned',
      '2027-04-09 heldPlanned Hold placed planned',
      '2027-04-10 service Service begins',
      '2027-04-18 service Service ends',
      '2027-04-20 back Hold released planned',
    ],
  ],
  [
    'a refused card says when it is tried again',
    [...base, declined],
    '2027-04-03T10:00:00',
    [
      '2027-03-01 received Deposit received',
      '2027-04-03 late Balance due',
      '2027-04-09 heldPlanned Hold placed planned',
      '2027-04-10 service Service begins',
      '2027-04-18 service Service ends',
      '2027-04-20 back Hold released planned',
    ],
  ],
  [
    'a cover gap stands where the cover ends',
    [...base, placed, refused],
    '2027-04-16T07:00:00',
    [
      '2027-03-01 received Deposit received',
      '2027-04-03 late Balance late',
      '2027-04-09 held Hold placed in force',
      '2027-04-10 service Service begins',
      '2027-04-16 gap Cover ends cover gap',
      '2027-04-18 service Service ends',
      '2027-04-20 back End of cover planned',
    ],
  ],
  [
    'cancelled: no service, no hold to come',
    [...base, cancelled],
    '2027-03-20T10:00:00',
    ['2027-03-20 received Cancellation charge received', '2027-03-20 back Cancelled kept'],
  ],
];

describe('the plan as a dated line', () => {
  for (const [why, facts, when, rows] of lines) it(why, () => expect(rowsAt(facts, when)).to.deep.equal(rows));

  it('has its notes in words', () => {
    const rows = planRows(bookingState(agreed, [...base, declined], at('2027-04-03T10:00:00')));
    expect(rows.find((row) => row.title === 'Balance')!.note).to.equal(
      'card refused once (51, not enough funds); next try Sun 4 Apr, 09:00',
    );
  });

  const covers: [why: string, facts: Fact[], when: string, spans: string[]][] = [
    ['planned', base, '2027-03-02T10:00:00', ['planned 2027-04-09T18 2027-04-20T18']],
    ['in force to its end', [...base, placed], '2027-04-10T10:00:00', ['inForce 2027-04-09T18 2027-04-20T18']],
    [
      'cut where the card refuses',
      [...base, placed, refused],
      '2027-04-16T07:00:00',
      ['inForce 2027-04-09T18 2027-04-16T18', 'gap 2027-04-16T18 2027-04-20T18'],
    ],
    ['none after a cancellation', [...base, cancelled], '2027-03-20T10:00:00', []],
  ];
  for (const [why, facts, when, spans] of covers) {
    it(`cover: ${why}`, () => {
      const found = coverSpans(bookingState(agreed, facts, at(when)));
      expect(
        found.map(({ state, from, until }) => `${state} ${from.slice(0, 13)} ${until.slice(0, 13)}`),
      ).to.deep.equal(spans);
    });
  }
});

describe('where a service is', () => {
  const days: [when: string, said: string][] = [
    ['2027-04-09T10:00:00', 'Secured, begins tomorrow'],
    ['2027-04-10T19:00:00', 'In service, day 1 of 8'],
    ['2027-04-18T10:00:00', 'In service, day 8 of 8'],
    ['2027-04-20T10:00:00', 'To close out, ended 2 days ago'],
  ];
  for (const [when, said] of days)
    it(said, () => expect(serviceDay(bookingState(agreed, base, at(when)))).to.equal(said));
});

describe('history in words', () => {
  const about = { currency: 'EUR', zone: 'UTC', today: '2027-04-20' as PlainDate };
  const words: [fact: Fact, said: string][] = [
    [base[0]!, 'Booked for the client'],
    [base[1]!, '300.00 received from the card ending in 7315'],
    [declined, '700.00 refused on the card ending in 7315 (51, not enough funds)'],
    [placed, 'Hold of 400.00 placed to 16 Apr'],
    [refused, 'Renewal of the hold refused (62, the bank restricts this card)'],
    [cancelled, 'Cancelled by the client; 100.00 kept'],
    [{ kind: 'lapsed', at: at('2027-04-01T00:00:00'), reason: 'not_paid' }, 'Lapsed: the first payment did not come'],
    [
      {
        kind: 'refunded',
        at: at('2027-04-01T00:00:00'),
        refundId: 'x',
        receiptId: 'r1',
        amount: minor(5),
        method: 'cash',
      },
      '0.05 given back in cash',
    ],
    [
      {
        kind: 'closeOutDecided',
        at: at('2027-04-01T00:00:00'),
        claims: [{ id: 'a', reason: 'Heater', amount: minor(120_00) }],
        coverBalance: false,
      },
      'Claimed: Heater 120.00',
    ],
  ];
  for (const [fact, said] of words) it(said, () => expect(historyWords(fact, about)).to.equal(said));
});
