import { type AskedContext, checkAsked, exists, takenTime } from '#core/places/asked';
import { freeDays, freeEnds } from '#core/places/freeDays';
import { type Hours, isOpenThrough, openOn, spansOn, weekdayOf } from '#core/places/hours';
import { choosePlaces, freeCount, freeUnits, indexPlace, type Use } from '#core/places/places';
import type { BookingRules, When } from '#core/places/rules';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, type WallTime, wallSeconds } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import { expect } from 'chai';
import fc from 'fast-check';

const timeZone = 'Europe/Lisbon';
const day = (text: string) => text as PlainDate;
const wall = (text: string) => text as WallTime;
const time = (text: string) => text as TimeOfDay;
const span = (from: string, to: string) => ({ from: time(from), to: time(to) });
const hours: Hours = {
  week: [
    [],
    ...Array.from({ length: 5 }, () => [span('09:00', '12:00'), span('13:00', '17:00')]),
    [span('20:00', '02:00')],
  ],
  days: [
    { from: day('2027-03-09'), to: day('2027-03-10'), spans: [], note: 'Closed' },
    { from: day('2027-03-10'), to: day('2027-03-10'), spans: [span('10:00', '11:00')], note: 'An hour all the same' },
  ],
};
const slots: When = { kind: 'slots', minutes: 60, everyMinutes: 30, bufferBefore: 15, bufferAfter: 30 };
const stay: When = {
  kind: 'stay',
  by: 'day',
  least: 2,
  most: 5,
  turnaroundMinutes: 120,
  pickUp: time('10:00'),
  giveBack: time('10:00'),
};
const rules = (when: When, more: Partial<BookingRules> = {}): BookingRules => ({
  online: true,
  confirm: 'payment',
  authorise: false,
  keepMinutes: 15,
  answerHours: 48,
  noticeHours: 12,
  aheadDays: 90,
  counts: 'units',
  least: 1,
  most: 3,
  when,
  needs: [{ anyOf: ['a'] }],
  hours: null,
  agreementId: null,
  tip: false,
  ...more,
});
const context = (when: When, more: Partial<BookingRules> = {}): AskedContext => ({
  rules: rules(when, more),
  hours,
  timeZone,
  now: '2027-03-01T10:00:00Z' as Instant,
});
const at = (text: string): number => secondsOfWall(wall(text), timeZone);
const use = (unit: number, from: string, to: string): Use => ({ unit, from: at(from), to: at(to) });

describe('opening hours', () => {
  const weekdays: [date: string, weekday: number][] = [
    ['1970-01-01', 3],
    ['1969-12-31', 2],
    ['2027-03-01', 0],
    ['2027-03-07', 6],
  ];
  for (const [date, weekday] of weekdays)
    it(`${date} is day ${weekday}`, () => expect(weekdayOf(day(date))).to.equal(weekday));

  const spans: [why: string, date: string, count: number][] = [
    ['a closed weekday', '2027-03-01', 0],
    ['an open one in two spans', '2027-03-02', 2],
    ['an exception closes it', '2027-03-09', 0],
    ['of two exceptions the last counts', '2027-03-10', 1],
  ];
  for (const [why, date, count] of spans) it(why, () => expect(spansOn(hours, day(date))).to.have.length(count));

  it('a span past midnight belongs to the day on which it begins', () => {
    const [night] = openOn(hours, day('2027-03-07'));
    expect(night!.to - night!.from).to.equal(6 * 3600);
    const through = (from: string, to: string): boolean =>
      isOpenThrough(hours, [day(from.slice(0, 10)), day('2027-03-07')], {
        from: wallSeconds(wall(from)),
        to: wallSeconds(wall(to)),
      });
    expect(through('2027-03-07T23:00', '2027-03-08T01:00')).to.equal(true);
    expect(through('2027-03-08T00:30', '2027-03-08T01:30')).to.equal(true);
    expect(through('2027-03-08T01:30', '2027-03-08T02:30')).to.equal(false);
  });
});

describe('what a client may ask for', () => {
  type Case = [
    why: string,
    when: When,
    start: string,
    end: string,
    more: Partial<BookingRules> & { count?: number },
    code: string,
  ];
  const cases: Case[] = [
    ['a slot', slots, '2027-03-02T09:30', '2027-03-02T10:30', {}, 'ok'],
    ['a slot over the lunch break', slots, '2027-03-02T11:30', '2027-03-02T12:30', {}, 'closed_then'],
    ['the last slot of the morning', slots, '2027-03-02T11:00', '2027-03-02T12:00', {}, 'ok'],
    ['between the steps', slots, '2027-03-02T09:10', '2027-03-02T10:10', {}, 'not_a_time_of_it'],
    ['longer than it is', slots, '2027-03-02T09:00', '2027-03-02T11:00', {}, 'not_a_time_of_it'],
    ['on a closed day', slots, '2027-03-09T09:00', '2027-03-09T10:00', {}, 'closed_then'],
    ['within the notice', slots, '2027-03-01T21:00', '2027-03-01T22:00', {}, 'too_soon'],
    ['in the past, without any notice', slots, '2027-02-26T09:00', '2027-02-26T10:00', { noticeHours: 0 }, 'too_soon'],
    ['too far ahead', slots, '2027-06-08T09:00', '2027-06-08T10:00', {}, 'too_far'],
    ['nobody', slots, '2027-03-02T09:30', '2027-03-02T10:30', { count: 0 }, 'too_few'],
    ['too many', slots, '2027-03-02T09:30', '2027-03-02T10:30', { count: 4 }, 'too_many'],
    ['a stay', stay, '2027-03-02T10:00', '2027-03-05T10:00', {}, 'ok'],
    ['too short a stay', stay, '2027-03-02T10:00', '2027-03-03T10:00', {}, 'too_short'],
    ['too long a stay', stay, '2027-03-12T10:00', '2027-03-18T10:00', {}, 'too_long'],
    ['brought back on a closed day', stay, '2027-03-04T10:00', '2027-03-08T10:00', {}, 'closed_then'],
    ['a stay at another hour', stay, '2027-03-02T11:00', '2027-03-04T11:00', {}, 'not_a_time_of_it'],
    ['a project as long as it is', { kind: 'asked', days: 30 }, '2027-03-02T09:00', '2027-04-01T09:00', {}, 'ok'],
    [
      'a project of another length',
      { kind: 'asked', days: 30 },
      '2027-03-02T09:00',
      '2027-04-02T09:00',
      {},
      'not_a_time_of_it',
    ],
  ];
  for (const [why, when, start, end, { count = 1, ...more }, code] of cases) {
    it(`${why}: ${code}`, () => {
      const answer = checkAsked({ start: wall(start), end: wall(end), count }, context(when, more));
      expect(answer.ok ? 'ok' : answer.refusal.code).to.equal(code);
    });
  }

  it('an hour that daylight saving skips is never offered', () => {
    expect(exists(wall('2027-03-28T01:30'), timeZone)).to.equal(false);
    expect(exists(wall('2027-03-28T02:30'), timeZone)).to.equal(true);
    expect(exists(wall('2027-10-31T01:30'), timeZone)).to.equal(true);
  });

  it('buffers and turnaround are part of the time that is taken', () => {
    const slot = { start: wall('2027-03-02T09:30'), end: wall('2027-03-02T10:30') };
    expect(takenTime(slots, slot, timeZone)).to.deep.equal({
      from: at('2027-03-02T09:15'),
      to: at('2027-03-02T11:00'),
    });
    expect(takenTime(stay, slot, timeZone)).to.deep.equal({ from: at('2027-03-02T09:30'), to: at('2027-03-02T12:30') });
  });
});

describe('places', () => {
  const scopes = indexPlace({
    id: 'a',
    units: 3,
    uses: [use(1, '2027-03-02T10:00', '2027-03-04T12:00'), use(2, '2027-03-05T10:00', '2027-03-08T12:00')],
  });
  it('counts the units that nobody has all the time', () => {
    expect(freeCount(scopes, at('2027-03-02T10:00'), at('2027-03-03T10:00'))).to.equal(2);
    expect(freeCount(scopes, at('2027-03-04T12:00'), at('2027-03-05T10:00'))).to.equal(3);
    expect(freeCount(scopes, at('2027-03-04T11:59'), at('2027-03-05T10:01'))).to.equal(1);
  });
  it('takes the unit that was idle for the shortest time, so that long gaps stay whole', () => {
    expect(freeUnits(scopes, at('2027-03-04T13:00'), at('2027-03-05T09:00'))).to.deep.equal([1, 2, 3]);
    expect(freeUnits(scopes, at('2027-03-08T13:00'), at('2027-03-09T09:00'))).to.deep.equal([2, 1, 3]);
  });
  it('needs each of several places, and uses none for two needs', () => {
    const map = new Map([
      ['a', scopes],
      ['room', indexPlace({ id: 'room', units: 1, uses: [] })],
    ]);
    const asked = { from: at('2027-03-04T13:00'), to: at('2027-03-04T14:00'), count: 1 };
    expect(choosePlaces([{ anyOf: ['a'] }, { anyOf: ['room'] }], map, asked)).to.have.length(2);
    expect(choosePlaces([{ anyOf: ['room'] }, { anyOf: ['room'] }], map, asked)).to.equal(null);
    expect(choosePlaces([{ anyOf: ['gone', 'a'] }], map, { ...asked, count: 3 })).to.have.length(3);
    expect(choosePlaces([{ anyOf: ['a'] }], map, { ...asked, count: 4 })).to.equal(null);
  });

  it('whatever is taken one after the other, no unit is ever taken twice', () => {
    const stays = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 9 })), {
      maxLength: 60,
    });
    fc.assert(
      fc.property(stays, fc.integer({ min: 1, max: 5 }), (asked, units) => {
        const uses: Use[] = [];
        for (const [from, length] of asked) {
          const time = { from, to: from + length };
          const free = freeUnits(indexPlace({ id: 'a', units, uses }), time.from, time.to);
          const overlapping = new Set(
            uses.filter((each) => each.from < time.to && time.from < each.to).map((each) => each.unit),
          );
          expect(free.length).to.equal(units - overlapping.size);
          if (free[0]) uses.push({ unit: free[0], ...time });
        }
        for (const one of uses)
          for (const two of uses)
            if (one !== two && one.unit === two.unit) expect(one.to <= two.from || two.to <= one.from).to.equal(true);
      }),
    );
  });
});

describe('free days', () => {
  const looking = (when: When, uses: Use[] = [], count = 1) => ({
    ...context(when),
    needs: [{ anyOf: ['a'] }],
    places: new Map([['a', indexPlace({ id: 'a', units: 1, uses })]]),
    count,
  });
  it('offers the starts of a day that are left, buffers counted', () => {
    const [tuesday] = freeDays(
      looking(slots, [use(1, '2027-03-02T10:00', '2027-03-02T11:00')]),
      day('2027-03-02'),
      day('2027-03-02'),
    );
    const starts = tuesday!.starts.map(({ start }) => start.slice(11));
    expect(starts).to.deep.equal(['13:00', '13:30', '14:00', '14:30', '15:00', '15:30', '16:00']);
  });
  it('offers a stay until somebody else has the unit', () => {
    const taken = [use(1, '2027-03-05T10:00', '2027-03-06T12:00')];
    const ends = freeEnds(looking(stay, taken), wall('2027-03-02T10:00')).map(({ end }) => end);
    expect(ends).to.deep.equal(['2027-03-04T10:00']);
    expect(freeEnds(looking(stay), wall('2027-03-02T10:00'))).to.have.length(3);
  });
  it('every start that is offered may be asked for, and one that is not may not', () => {
    const days = freeDays(looking(slots), day('2027-03-02'), day('2027-03-31'));
    for (const { starts } of days)
      for (const { start, end } of starts)
        expect(checkAsked({ start, end, count: 1 }, context(slots)).ok, start).to.equal(true);
    expect(days.filter(({ starts }) => starts.length > 0).length).to.be.greaterThan(20);
  });
});
