import { addDays, addMonthsClamped, dateOfDay, isPlainDate, type PlainDate } from '#core/calendar/days';
import { addHours, type Instant, instantOfSeconds, isInstant } from '#core/calendar/instant';
import { isTimeOfDay, isWallTime, type WallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate, wallOfInstant } from '#core/calendar/zoned';
import { secondsAfterMove } from '#core/calendar/offset';
import { zoneNames } from '#core/calendar/zoneNames';
import { zoneOffset } from '#core/calendar/zoneOffset';
import { expect } from 'chai';
import { OutOfRange } from '#core/outOfRange';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';

const wall = (text: string): WallTime => text as WallTime;

describe('wall times and instants', () => {
  const moments: [why: string, zone: string, wall: string, instant: string][] = [
    ['winter', 'Europe/Lisbon', '2027-01-10T09:00', '2027-01-10T09:00:00Z'],
    ['summer', 'Europe/Lisbon', '2027-07-10T09:00', '2027-07-10T08:00:00Z'],
    ['a skipped hour moves forward by the skip', 'America/New_York', '2027-03-14T02:30', '2027-03-14T07:30:00Z'],
    ['an hour that occurs twice means the first', 'America/New_York', '2027-11-07T01:30', '2027-11-07T05:30:00Z'],
    ['half an hour of skip', 'Australia/Lord_Howe', '2027-10-03T02:10', '2027-10-02T15:40:00Z'],
    ['a midnight that is skipped', 'America/Sao_Paulo', '2018-11-04T00:00', '2018-11-04T03:00:00Z'],
    ['a whole day that is skipped', 'Pacific/Apia', '2011-12-30T10:00', '2011-12-30T20:00:00Z'],
    ['a link', 'Asia/Calcutta', '2027-05-14T12:00', '2027-05-14T06:30:00Z'],
    ['the far east', 'Pacific/Kiritimati', '2027-05-14T12:00', '2027-05-13T22:00:00Z'],
  ];
  for (const [why, zone, text, instant] of moments)
    it(why, () => expect(instantOfWall(wall(text), zone)).to.equal(instant));

  const zones = fc.constantFrom(
    'Europe/Lisbon',
    'America/New_York',
    'Australia/Lord_Howe',
    'Africa/Casablanca',
    'Pacific/Apia',
    'Asia/Kathmandu',
    'UTC',
    'America/St_Johns',
  );
  const minutes = fc.integer({ min: 0, max: 60 * 24 * 365 * 60 });
  const wallAt = (minute: number): WallTime => new Date(minute * 60_000).toISOString().slice(0, 16) as WallTime;

  it('agrees with Temporal for any minute of sixty years', () =>
    fc.assert(
      fc.property(zones, minutes, (zone, minute) => {
        const text = wallAt(minute);
        const expected = Temporal.PlainDateTime.from(text).toZonedDateTime(zone, { disambiguation: 'compatible' });
        expect(instantOfWall(text, zone)).to.equal(expected.toInstant().toString());
      }),
      { numRuns: 1500 },
    ));

  it('agrees with Temporal on the offset of every zone, in any second of three centuries', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...Intl.supportedValuesOf('timeZone')),
        fc.integer({ min: -3_800_000_000, max: 5_700_000_000 }),
        (zone, seconds) => {
          const expected = Temporal.Instant.fromEpochMilliseconds(seconds * 1000).toZonedDateTimeISO(zone);
          expect(zoneOffset(zone, seconds)).to.equal(expected.offsetNanoseconds / 1e9);
        },
      ),
      { numRuns: 3000 },
    ));

  it('comes back to the wall time, but for a skipped one', () =>
    fc.assert(
      fc.property(zones, minutes, (zone, minute) => {
        const text = wallAt(minute);
        const back = wallOfInstant(instantOfWall(text, zone), zone);
        expect(back >= text).to.equal(true);
        expect(instantOfWall(back, zone)).to.equal(instantOfWall(text, zone));
      }),
    ));

  it('has the local date', () =>
    expect(localDate('2027-06-20T03:59:00Z' as Instant, 'America/New_York')).to.equal('2027-06-19'));
});

describe('days and months', () => {
  const months: [why: string, date: string, by: number, result: string][] = [
    ['a month that is too short gives its last day', '2027-03-31', -1, '2027-02-28'],
    ['also in a leap year', '2028-03-31', -1, '2028-02-29'],
    ['over the year', '2027-12-31', 2, '2028-02-29'],
    ['twelve months back', '2028-02-29', -12, '2027-02-28'],
    ['none at all', '2027-05-14', 0, '2027-05-14'],
    ['the last December there is', '9999-11-30', 1, '9999-12-30'],
  ];
  for (const [why, date, by, result] of months)
    it(why, () => expect(addMonthsClamped(date as PlainDate, by)).to.equal(result));

  it('counts days over the change of daylight saving', () =>
    expect(addDays('2027-03-27' as PlainDate, 2)).to.equal('2027-03-29'));
  it('ends where the calendar ends', () => {
    expect(() => dateOfDay(2_932_897)).to.throw(RangeError);
    expect(() => dateOfDay(NaN)).to.throw(RangeError);
    expect(() => addMonthsClamped('9999-12-31' as PlainDate, 1)).to.throw(RangeError);
    expect(() => addHours('9999-12-31T23:00:00Z' as Instant, 2)).to.throw(RangeError);
  });
  it('moves days by the wall and hours by the clock', () => {
    const start = wall('2027-10-31T20:00');
    expect(secondsAfterMove(start, 'Europe/Lisbon', { days: 1 }, -1)).to.equal(Date.parse('2027-10-30T19:00Z') / 1000);
    expect(secondsAfterMove(start, 'Europe/Lisbon', { hours: 24 }, -1)).to.equal(
      Date.parse('2027-10-30T20:00Z') / 1000,
    );
    expect(secondsAfterMove(start, 'Europe/Lisbon', undefined, 1)).to.equal(Date.parse('2027-10-31T20:00Z') / 1000);
  });
});

describe('forms', () => {
  const forms: [kind: string, is: (text: string) => boolean, good: string[], bad: string[]][] = [
    [
      'dates',
      isPlainDate,
      ['2027-05-14', '2028-02-29'],
      ['2027-02-29', '2027-5-14', '2027-13-01', '2027-05-14T00:00', ''],
    ],
    [
      'wall times',
      isWallTime,
      ['2027-05-14T09:00'],
      ['2027-05-14T24:00', '2027-05-14 09:00', '2027-05-14T09:00:00', '2027-02-30T09:00'],
    ],
    ['times of day', isTimeOfDay, ['00:00', '23:59'], ['24:00', '9:00', '09:60']],
    [
      'instants',
      isInstant,
      ['2027-05-14T09:00:00Z'],
      ['2027-05-14T09:00Z', '2027-05-14T09:00:60Z', '2027-05-14T09:00:00+01:00', '2027-05-14T09:00:00.0Z'],
    ],
  ];
  for (const [kind, is, good, bad] of forms) {
    it(`takes ${kind}`, () => expect(good.filter((text) => !is(text))).to.deep.equal([]));
    it(`refuses what are no ${kind}`, () => expect(bad.filter(is)).to.deep.equal([]));
  }
  it('knows zones as IANA spells them, links included', () => {
    for (const name of ['Europe/Lisbon', 'US/Eastern', 'Asia/Calcutta', 'UTC', 'Etc/GMT+5'])
      expect(zoneNames.has(name), name).to.equal(true);
    for (const name of ['europe/lisbon', 'Lisbon', 'Factory', '+01:00', ''])
      expect(zoneNames.has(name), name).to.equal(false);
  });
});

describe('a moment as text', () => {
  it('is what the calendar of the platform says, in every year from 0000 to 9999', () =>
    fc.assert(
      fc.property(fc.integer({ min: -62_167_219_200, max: 253_402_300_799 }), (seconds) => {
        expect(instantOfSeconds(seconds)).to.equal(`${new Date(seconds * 1000).toISOString().slice(0, 19)}Z`);
      }),
      { numRuns: 5000 },
    ));
  const edges: [why: string, seconds: number, text: string][] = [
    ['the first', -62_167_219_200, '0000-01-01T00:00:00Z'],
    ['a leap day of a century', 951_782_400, '2000-02-29T00:00:00Z'],
    ['the day after the one that is none', 4_107_542_400, '2100-03-01T00:00:00Z'],
    ['a fraction, cut off', 0.999, '1970-01-01T00:00:00Z'],
    ['before 1970', -1, '1969-12-31T23:59:59Z'],
    ['the last', 253_402_300_799, '9999-12-31T23:59:59Z'],
  ];
  for (const [why, seconds, text] of edges) it(why, () => expect(instantOfSeconds(seconds)).to.equal(text));
  for (const seconds of [-62_167_219_201, 253_402_300_800, Number.NaN])
    it(`refuses ${seconds}`, () => expect(() => instantOfSeconds(seconds)).to.throw(OutOfRange));
});
