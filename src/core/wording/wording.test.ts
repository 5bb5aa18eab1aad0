import type { TimeOfDay } from '#core/calendar/wallTime';
import type { PlainDate } from '#core/calendar/days';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';
import { distance, longDate, longMoment, shortDate } from '#core/wording/days';
import { declineReason, declineText } from '#core/wording/declines';
import { offsetWords } from '#core/wording/offsetWords';
import { dueWords, termsSentences, waysSentence } from '#core/wording/ruleSegments';
import { times } from '#core/wording/times';
import { expect } from 'chai';
import { at, rentalTerms } from '../../../testing/story';

const day = (text: string): PlainDate => text as PlainDate;
const percent = (text: string): { percent: Decimal } => ({ percent: text as Decimal });

describe('days in words', () => {
  const distances: [date: string, words: string][] = [
    ['2027-05-14', 'today'],
    ['2027-05-15', 'tomorrow'],
    ['2027-05-13', 'yesterday'],
    ['2027-05-16', 'in 2 days'],
    ['2027-05-12', '2 days ago'],
    ['2027-06-03', 'in 20 days'],
    ['2027-06-04', 'in 3 weeks'],
    ['2027-08-11', 'in 13 weeks'],
    ['2027-08-12', 'in 3 months'],
    ['2026-05-14', '12 months ago'],
  ];
  for (const [date, words] of distances)
    it(`${date} is ${words}`, () => expect(distance(day(date), day('2027-05-14'))).to.equal(words));
  const dates: [date: string, short: string, long: string][] = [
    ['2027-05-14', '14 May', 'Fri 14 May'],
    ['2028-02-29', '29 Feb 2028', 'Tue 29 Feb 2028'],
    ['1969-12-31', '31 Dec 1969', 'Wed 31 Dec 1969'],
    ['2027-01-03', '3 Jan', 'Sun 3 Jan'],
  ];
  for (const [date, short, long] of dates)
    it(`${date} is ${long}`, () =>
      expect([shortDate(day(date), day('2027-06-01')), longDate(day(date), day('2027-06-01'))]).to.deep.equal([
        short,
        long,
      ]));
  it('a moment is said as the clocks of the zone have it', () =>
    expect(longMoment(at('07-01 23:30'), 'Europe/Lisbon', day('2027-01-01'))).to.equal('Fri 2 Jul, 00:30'));
});

describe('small words', () => {
  it('count', () => expect([1, 2, 3].map(times)).to.deep.equal(['once', 'twice', '3 times']));
  it('say a span', () =>
    expect([{ hours: 1 }, { days: 14 }, { weeks: 1 }, { months: 2 }, { days: 0 }].map(offsetWords)).to.deep.equal([
      '1 hour',
      '14 days',
      '1 week',
      '2 months',
      '0 days',
    ]));
  it('say why a card was refused', () => {
    expect([declineReason('41'), declineReason('77')]).to.deep.equal([
      'the card was reported lost',
      'the bank gave no reason',
    ]);
    expect([declineText('51'), declineText('N0')]).to.deep.equal([
      '51, not enough funds',
      'it was not confirmed with the bank',
    ]);
  });
  const dues: [due: Parameters<typeof dueWords>[0], words: string][] = [
    [{ on: 'agreement' }, 'at agreement'],
    [{ on: 'start', minus: { days: 7 } }, '7 days before the start'],
    [{ on: 'end', plus: { months: 1 } }, '1 month after the end'],
    [{ on: 'midway' }, 'midway between agreement and start'],
    [{ open: true }, 'on a day agreed later'],
    [{ date: day('2027-05-03') }, 'on Mon 3 May 2027'],
  ];
  for (const [due, words] of dues) it(`say when: ${words}`, () => expect(dueWords(due)).to.equal(words));
});

const full: Terms = {
  collectAt: '08:15' as TimeOfDay,
  instalments: [
    { name: 'deposit', collect: 'ask', amount: percent('30'), due: { on: 'agreement' } },
    { name: 'larger part', collect: 'charge', amount: { share: 2 }, due: { on: 'midway' } },
    { name: 'at the door', collect: 'desk', amount: { fixed: minor(50_00) }, due: { on: 'start' } },
    { name: 'last', collect: 'ask', amount: { share: 1 }, due: { open: true } },
  ],
  firstPayment: { required: false, preset: 'all' },
  payAllDiscount: '3' as Decimal,
  lapseAfterHours: 72,
  cardOnFile: true,
  hold: {
    amount: percent('50'),
    place: { on: 'agreement', plus: { hours: 1 } },
    keep: { on: 'end' },
    validFor: { hours: 720 },
    style: 'swap',
  },
  chargeInstead: { above: 3 },
  holdCoversBalance: true,
  holdCoversKeep: true,
  cancellation: {
    tiers: [
      { notice: { days: 14 }, keep: percent('30') },
      { notice: { hours: 48 }, keep: { received: true } },
    ],
    grace: { within: { hours: 24 }, notice: { days: 7 } },
    keepAtLeast: { fixed: minor(25_00) },
    noShow: percent('80'),
  },
  graceDays: 2,
  reminders: [
    { weeks: 1, when: 'before', at: '18:30' as TimeOfDay, text: 'Clear skies' },
    { days: 1, when: 'after' },
  ],
  retryAfterHours: [24, 48, 96],
  minimum: percent('25'),
  fee: { percent: '1.5' as Decimal, fixed: minor(25), mode: 'add', country: 'CH' },
  ways: ['card', 'transfer', 'cash'],
};

describe('terms in sentences', () => {
  it('say every rule', () =>
    expect(termsSentences(full, 'EUR')).to.deep.equal([
      'deposit: 30 % is due at agreement, asked by message.',
      'larger part: the rest, 2 of 3 equal parts of it, is due midway between agreement and start, charged to the card on file.',
      'at the door: 50.00 is due at the start, taken in person.',
      'last: the rest, 1 of 3 equal parts of it, is due on a day agreed later, asked by message.',
      'Money is asked for and charged at 08:15.',
      'What is due at agreement is left to the client.',
      'Paying everything at once is offered first.',
      'Whoever pays everything at once gets 3 % off.',
      'Without a first payment the place is given back after 72 hours.',
      'A card must be on file.',
      '50 % is held on a card from 1 hour after agreement until the end; an authorisation lasts 720 hours and is renewed 12 hours before it runs out, the old one let go first.',
      'Where that needs more than 3 authorisations, the sum is charged as a refundable deposit instead.',
      'The hold may pay a balance that is still owed.',
      'The hold may pay what a cancellation leaves owed.',
      'Cancelled 14 days or more before the start: 30 % of the price is kept.',
      'Cancelled 48 hours or more before the start: what has come in is kept.',
      'Within 24 hours of agreeing, while 7 days remain before the start: nothing is kept.',
      'At least 25.00 is kept.',
      'Nobody came: 80 % of the price is kept.',
      'A payment is late 2 days after its day.',
      'A message 1 week before the due day at 18:30, beginning “Clear skies”.',
      'A message 1 day after the due day at 08:15, in the usual words.',
      'A refused charge is tried again after 24, 48 and 96 hours.',
      'A part payment is at least 25 % of what is open.',
      'A fee of 1.5 % and 0.25 is passed on.',
      'Paid by card, transfer and cash.',
    ]));
  it('say no more than there is', () =>
    expect(
      termsSentences(
        {
          instalments: [{ name: 'all', collect: 'ask', amount: { share: 1 }, due: { on: 'start', plus: { days: 1 } } }],
          hold: {
            amount: { fixed: minor(400_00) },
            place: { on: 'start', minus: { days: 1 } },
            keep: { on: 'end', plus: { days: 2 } },
          },
          holdCoversBalance: false,
          cancellation: { tiers: [] },
          graceDays: 0,
          reminders: [],
          retryAfterHours: [],
          minimum: { fixed: minor(50_00) },
        },
        'EUR',
      ),
    ).to.deep.equal([
      'all: the rest is due 1 day after the start, asked by message.',
      'Money is asked for and charged at 09:00.',
      'What is due at agreement secures the booking.',
      '400.00 is held on a card from 1 day before the start until 2 days after the end; an authorisation lasts 168 hours and is renewed 12 hours before it runs out, the old one let go after.',
      'Nobody came: everything is kept.',
      'A payment is late the day after its day.',
      'A refused charge is not tried again.',
      'A part payment is at least 50.00.',
    ]));
  it('name the ways to pay', () => {
    expect(waysSentence({ ...rentalTerms, ways: ['transfer'] })).to.equal('transfer');
    expect(waysSentence(rentalTerms)).to.equal(
      'card, bank debit, card at the counter, transfer, cheque, cash, gift voucher and credit',
    );
  });
});
