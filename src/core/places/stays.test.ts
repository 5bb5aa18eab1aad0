import { checkAsked, endOf, outOfReach } from '#core/places/asked';
import { endOfStay, freeDays, freeEnds } from '#core/places/freeDays';
import { type Hours, isOpenThrough, spansOn } from '#core/places/hours';
import { freeUnits, indexPlace, leftFor, type Use } from '#core/places/places';
import { type BookingRules, takesNoPlace, type When } from '#core/places/rules';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, type WallTime, wallSeconds } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import { expect } from 'chai';

/** What is free of each kind of service, on one week of March in which every answer can be counted on a calendar. */
const timeZone = 'Europe/Lisbon';
const day = (text: string) => text as PlainDate;
const wall = (text: string) => text as WallTime;
const time = (text: string) => text as TimeOfDay;
const tenToFour = { from: time('10:00'), to: time('16:00') };
/** Closed on Sundays; Wednesday the 10th is closed as well. */
const hours: Hours = {
  week: [...Array.from({ length: 6 }, () => [tenToFour]), []],
  days: [{ from: day('2027-03-10'), to: day('2027-03-10'), spans: [], note: 'Closed' }],
};
type Stay = Extract<When, { kind: 'stay' }>;
const byDay: Stay = {
  kind: 'stay',
  by: 'day',
  least: 2,
  most: 4,
  turnaroundMinutes: 60,
  pickUp: time('10:00'),
  giveBack: time('16:00'),
};
const byNight: Stay = { ...byDay, by: 'night', pickUp: time('15:00'), giveBack: time('11:00') };
const byHour: Stay = { ...byDay, by: 'hour', least: 4, most: 7 };
const asked: When = { kind: 'asked', days: 3 };
const dates: When = { kind: 'dates' };
const slots: When = { kind: 'slots', minutes: 120, everyMinutes: 120, bufferBefore: 0, bufferAfter: 0 };

const use = (from: string, to: string, unit = 1): Use => ({
  unit,
  from: secondsOfWall(wall(from), timeZone),
  to: secondsOfWall(wall(to), timeZone),
});
const context = (when: When, more: Partial<BookingRules> = {}, now = '2027-03-01T08:00:00Z') => {
  const rules: BookingRules = {
    online: true,
    confirm: 'payment',
    authorise: false,
    keepMinutes: 15,
    answerHours: 48,
    noticeHours: 24,
    aheadDays: 30,
    counts: 'units',
    least: 1,
    most: 5,
    when,
    needs: [{ anyOf: ['a'] }],
    hours: null,
    agreementId: null,
    tip: false,
    ...more,
  };
  return { rules, hours, timeZone, now: now as Instant };
};
type More = Partial<BookingRules> & { uses?: readonly Use[]; units?: number; count?: number; now?: string };
const looking = (when: When, { uses = [], units = 1, count = 1, now, ...more }: More = {}) => {
  const known = context(when, more, now);
  const places = new Map([['a', indexPlace({ id: 'a', units, uses })]]);
  return { ...known, needs: known.rules.needs, places, count };
};
const shown = (when: When, from: string, to: string, more: More = {}): string[] =>
  freeDays(looking(when, more), day(from), day(to)).flatMap(({ starts }) =>
    starts.map(({ start, end, left }) => `${start.slice(5)} ${end.slice(5)} ${left}`),
  );

describe('what is free, by kind of service', () => {
  const cases: [why: string, when: When, from: string, to: string, more: More, free: string[]][] = [
    [
      'days: the first counts where it is brought back later than it was fetched; no start on a closed day',
      ...([byDay, '2027-03-06', '2027-03-08', {}] as const),
      ['03-06T10:00 03-07T16:00 1', '03-08T10:00 03-09T16:00 1'],
    ],
    [
      'nights end in the morning after the last',
      ...([byNight, '2027-03-06', '2027-03-08', {}] as const),
      ['03-06T15:00 03-08T11:00 1', '03-08T15:00 03-10T11:00 1'],
    ],
    [
      'hours: at each half hour for which the shortest stay still fits',
      ...([byHour, '2027-03-09', '2027-03-10', {}] as const),
      [
        ...['03-09T10:00 03-09T14:00 1', '03-09T10:30 03-09T14:30 1', '03-09T11:00 03-09T15:00 1'],
        ...['03-09T11:30 03-09T15:30 1', '03-09T12:00 03-09T16:00 1'],
      ],
    ],
    ['hours: not one where the day is shorter', { ...byHour, least: 7 }, '2027-03-09', '2027-03-09', {}, []],
    [
      'hours: one where it is just as long',
      ...([{ ...byHour, least: 6 }, '2027-03-09', '2027-03-09', {}] as const),
      ['03-09T10:00 03-09T16:00 1'],
    ],
    [
      'a project may begin on any day, for as long as it is',
      ...([asked, '2027-03-07', '2027-03-07', { needs: [] }] as const),
      ['03-07T09:00 03-10T09:00 5'],
    ],
    ['the dates of the owner are not found here', dates, '2027-03-07', '2027-03-08', { needs: [] }, []],
    [
      'a time that only lasts until the next begins',
      ...([slots, '2027-03-09', '2027-03-09', { uses: [use('2027-03-09T12:00', '2027-03-09T14:00')] }] as const),
      ['03-09T10:00 03-09T12:00 1', '03-09T14:00 03-09T16:00 1'],
    ],
    [
      'several units: so many are left, and enough for those who ask for several',
      slots,
      ...(['2027-03-09', '2027-03-09'] as const),
      {
        units: 3,
        count: 2,
        uses: [
          use('2027-03-09T10:00', '2027-03-09T12:00'),
          use('2027-03-09T12:00', '2027-03-09T14:00'),
          use('2027-03-09T12:00', '2027-03-09T14:00', 2),
        ],
      },
      ['03-09T10:00 03-09T12:00 2', '03-09T14:00 03-09T16:00 3'],
    ],
    [
      'the turnaround keeps the unit after a stay',
      ...([byDay, '2027-03-02', '2027-03-04', { uses: [use('2027-03-05T16:30', '2027-03-06T09:00')] }] as const),
      ['03-02T10:00 03-03T16:00 1', '03-03T10:00 03-04T16:00 1'],
    ],
    [
      'nothing within the notice; what begins just when it ends is let',
      ...([slots, '2027-03-02', '2027-03-02', { now: '2027-03-01T12:00:00Z' }] as const),
      ['03-02T12:00 03-02T14:00 1', '03-02T14:00 03-02T16:00 1'],
    ],
    [
      'without a notice, what begins this second is over',
      ...([slots, '2027-03-02', '2027-03-02', { noticeHours: 0, now: '2027-03-02T12:00:00Z' }] as const),
      ['03-02T14:00 03-02T16:00 1'],
    ],
    [
      'the last day that is let is let whole, the next one not at all',
      ...([slots, '2027-03-31', '2027-04-01', {}] as const),
      ['03-31T10:00 03-31T12:00 1', '03-31T12:00 03-31T14:00 1', '03-31T14:00 03-31T16:00 1'],
    ],
  ];
  for (const [why, when, from, to, more, free] of cases)
    it(why, () => expect(shown(when, from, to, more)).to.deep.equal(free));

  it('each date is there, also one with nothing', () =>
    expect(freeDays(looking(slots), day('2027-03-06'), day('2027-03-08')).map(({ date }) => date)).to.deep.equal([
      ...['2027-03-06', '2027-03-07', '2027-03-08'],
    ]));
});

describe('how long a stay may be', () => {
  const ends = (when: When, start: string, more: More = {}): string[] =>
    freeEnds(looking(when, more), wall(start)).map(({ start: from, end, left }) => {
      expect(from).to.equal(start);
      return `${end.slice(5)} ${left}`;
    });
  const cases: [why: string, when: When, start: string, more: More, free: string[]][] = [
    [
      'days, from the least to the most',
      byDay,
      '2027-03-01T10:00',
      {},
      ['03-02T16:00 1', '03-03T16:00 1', '03-04T16:00 1'],
    ],
    ['no end on a closed day, one after it', byDay, '2027-03-09T10:00', {}, ['03-11T16:00 1', '03-12T16:00 1']],
    ['nights', byNight, '2027-03-01T15:00', {}, ['03-03T11:00 1', '03-04T11:00 1', '03-05T11:00 1']],
    ['hours, while it is open', byHour, '2027-03-09T10:30', {}, ['03-09T14:30 1', '03-09T15:30 1']],
    ['hours, to the most', { ...byHour, most: 5 }, '2027-03-09T10:00', {}, ['03-09T14:00 1', '03-09T15:00 1']],
    [
      'until somebody else has it',
      ...([byDay, '2027-03-01T10:00', { uses: [use('2027-03-03T12:00', '2027-03-03T13:00')] }] as const),
      ['03-02T16:00 1'],
    ],
    [
      'not shorter than it is taken',
      byDay,
      '2027-03-01T10:00',
      { uses: [use('2027-03-02T09:00', '2027-03-02T10:00')] },
      [],
    ],
    ['more than there are', byDay, '2027-03-01T10:00', { units: 2, count: 3 }, []],
    ['a service of set times has no such ends', slots, '2027-03-09T10:00', {}, []],
    ['without a place nobody can have it', byDay, '2027-03-01T10:00', { needs: [] }, []],
    [
      'unless its owner says any number can, at most so many at once',
      ...([{ ...byDay, most: 2 }, '2027-03-01T10:00', { needs: [], anyNumber: true, count: 5 }] as const),
      ['03-02T16:00 5'],
    ],
  ];
  for (const [why, when, start, more, free] of cases)
    it(why, () => expect(ends(when, start, more)).to.deep.equal(free));

  it('a day counts itself only by the day, and only where it is brought back later than fetched', () => {
    const end = (when: Stay, length: number) => endOfStay(when, day('2027-03-01'), length);
    expect(end(byDay, 1)).to.equal('2027-03-01T16:00');
    expect(end({ ...byDay, giveBack: time('10:00') }, 1)).to.equal('2027-03-02T10:00');
    expect(end({ ...byNight, giveBack: time('18:00') }, 1)).to.equal('2027-03-02T18:00');
  });
});

describe('what may be asked for, at its ends', () => {
  const refusal = (when: When, start: string, end: string, more: Partial<BookingRules> & { count?: number } = {}) => {
    const { count = 1, ...rules } = more;
    const answer = checkAsked({ start: wall(start), end: wall(end), count }, context(when, rules));
    return answer.ok ? answer.value : answer.refusal;
  };
  const at = (start: string, end: string, count = 1) => ({ start, end, count });
  const wrong = { code: 'not_a_time_of_it', path: 'start' };
  const closed = { code: 'closed_then', path: 'start' };
  const cases: [why: string, when: When, start: string, end: string, more: More, answer: unknown][] = [
    [
      'let, it is what was asked',
      slots,
      '2027-03-09T12:00',
      '2027-03-09T14:00',
      {},
      at('2027-03-09T12:00', '2027-03-09T14:00'),
    ],
    [
      'as many as are let',
      slots,
      '2027-03-09T12:00',
      '2027-03-09T14:00',
      { count: 5 },
      at('2027-03-09T12:00', '2027-03-09T14:00', 5),
    ],
    [
      'one more',
      slots,
      '2027-03-09T12:00',
      '2027-03-09T14:00',
      { count: 6 },
      { code: 'too_many', limit: 5, path: 'count' },
    ],
    [
      'one fewer',
      slots,
      '2027-03-09T12:00',
      '2027-03-09T14:00',
      { count: 1, least: 2 },
      { code: 'too_few', limit: 2, path: 'count' },
    ],
    [
      'just at the end of the notice',
      slots,
      '2027-03-02T10:00',
      '2027-03-02T12:00',
      { noticeHours: 26 },
      at('2027-03-02T10:00', '2027-03-02T12:00'),
    ],
    [
      'an hour before it',
      slots,
      '2027-03-02T10:00',
      '2027-03-02T12:00',
      { noticeHours: 27 },
      { code: 'too_soon', path: 'start' },
    ],
    ['on the last day', slots, '2027-03-31T10:00', '2027-03-31T12:00', {}, at('2027-03-31T10:00', '2027-03-31T12:00')],
    ['on the day after it', slots, '2027-04-01T10:00', '2027-04-01T12:00', {}, { code: 'too_far', path: 'start' }],
    [
      'a stay that ends as it begins',
      byDay,
      '2027-03-02T10:00',
      '2027-03-02T10:00',
      {},
      { code: 'too_short', limit: 2, path: 'end' },
    ],
    [
      'a stay that ends before',
      byDay,
      '2027-03-03T10:00',
      '2027-03-02T16:00',
      {},
      { code: 'too_short', limit: 2, path: 'end' },
    ],
    [
      'a day too short',
      byDay,
      '2027-03-02T10:00',
      '2027-03-02T16:00',
      {},
      { code: 'too_short', limit: 2, path: 'end' },
    ],
    ['the shortest', byDay, '2027-03-02T10:00', '2027-03-03T16:00', {}, at('2027-03-02T10:00', '2027-03-03T16:00')],
    ['the longest', byDay, '2027-03-02T10:00', '2027-03-05T16:00', {}, at('2027-03-02T10:00', '2027-03-05T16:00')],
    ['a day too long', byDay, '2027-03-02T10:00', '2027-03-06T16:00', {}, { code: 'too_long', limit: 4, path: 'end' }],
    ['fetched at another hour', byDay, '2027-03-02T11:00', '2027-03-03T16:00', {}, wrong],
    ['given back at another hour', byDay, '2027-03-02T10:00', '2027-03-03T15:00', {}, wrong],
    ['fetched on a closed day', byDay, '2027-03-07T10:00', '2027-03-08T16:00', {}, closed],
    ['given back on a closed day', byDay, '2027-03-06T10:00', '2027-03-07T16:00', {}, closed],
    [
      'hours within a day',
      byHour,
      '2027-03-09T10:00',
      '2027-03-09T14:00',
      {},
      at('2027-03-09T10:00', '2027-03-09T14:00'),
    ],
    ['hours past closing', byHour, '2027-03-09T13:00', '2027-03-09T17:00', {}, closed],
    ['too few hours', byHour, '2027-03-09T10:00', '2027-03-09T13:00', {}, { code: 'too_short', limit: 4, path: 'end' }],
    [
      'on one of the dates of the owner',
      dates,
      '2027-03-07T21:00',
      '2027-03-08T01:00',
      {},
      at('2027-03-07T21:00', '2027-03-08T01:00'),
    ],
    ['at an hour that the clocks skip', { ...dates }, '2027-03-28T01:30', '2027-03-28T05:00', {}, wrong],
    ['until an hour that the clocks skip', { ...dates }, '2027-03-27T23:00', '2027-03-28T01:30', {}, wrong],
  ];
  for (const [why, when, start, end, more, answer] of cases)
    it(why, () => expect(refusal(when, start, end, more)).to.deep.equal(answer));

  it('what is in reach is no refusal', () => {
    expect(outOfReach(wall('2027-03-09T12:00'), context(slots))).to.equal(null);
    const nowAtTen = context(slots, { noticeHours: 0 }, '2027-03-09T10:00:00Z');
    expect(outOfReach(wall('2027-03-09T10:00'), nowAtTen)).to.equal('too_soon');
    expect(outOfReach(wall('2027-03-09T10:01'), nowAtTen)).to.equal(null);
  });
  it('only what lasts for a set time ends by itself', () => {
    expect(endOf(slots, wall('2027-03-09T23:00'))).to.equal('2027-03-10T01:00');
    expect(endOf(asked, wall('2027-03-09T09:00'))).to.equal('2027-03-12T09:00');
    expect(endOf(byDay, wall('2027-03-09T10:00'))).to.equal(null);
    expect(endOf(dates, wall('2027-03-09T10:00'))).to.equal(null);
  });
});

describe('places and hours, at their ends', () => {
  const noPlace: [why: string, when: When, anyNumber: boolean | undefined, takes: boolean][] = [
    ['dates have seats of their own', dates, undefined, true],
    ['what is asked for is settled by its owner', asked, undefined, true],
    ['any number, by the owner’s word', slots, true, true],
    ['set times', slots, undefined, false],
    ['a stay, said to need one', byDay, false, false],
  ];
  for (const [why, when, anyNumber, takes] of noPlace)
    it(why, () => expect(takesNoPlace({ when, anyNumber })).to.equal(takes));

  it('of several needs the scarcest counts, of the places of one the one with most', () => {
    const places = new Map([
      ['a', indexPlace({ id: 'a', units: 3, uses: [{ unit: 1, from: 0, to: 10 }] })],
      ['b', indexPlace({ id: 'b', units: 1, uses: [] })],
    ]);
    expect(leftFor([{ anyOf: ['a', 'b'] }], places, 0, 5)).to.equal(2);
    expect(leftFor([{ anyOf: ['a'] }, { anyOf: ['b'] }], places, 0, 5)).to.equal(1);
    expect(leftFor([{ anyOf: ['gone'] }], places, 0, 5)).to.equal(0);
  });
  it('units that were idle as long come in the order of their numbers', () => {
    const uses = [3, 1, 2].map((unit): Use => ({ unit, from: 0, to: 10 }));
    expect(freeUnits(indexPlace({ id: 'a', units: 4, uses }), 20, 30)).to.deep.equal([1, 2, 3, 4]);
  });
  it('a use of a unit that is no longer there is nobody’s', () =>
    expect(freeUnits(indexPlace({ id: 'a', units: 1, uses: [{ unit: 2, from: 0, to: 9 }] }), 0, 9)).to.deep.equal([1]));
  it('a weekday that the hours do not name is closed; a span that ends as it begins lasts a day', () => {
    expect(spansOn({ week: [], days: [] }, day('2027-03-09'))).to.deep.equal([]);
    const always: Hours = {
      week: Array.from({ length: 7 }, () => [{ from: time('08:00'), to: time('08:00') }]),
      days: [],
    };
    const held = (to: string) =>
      isOpenThrough(always, [day('2027-03-09')], {
        from: wallSeconds(wall('2027-03-09T08:00')),
        to: wallSeconds(wall(to)),
      });
    expect(held('2027-03-10T08:00')).to.equal(true);
    expect(held('2027-03-10T08:01')).to.equal(false);
  });
});
