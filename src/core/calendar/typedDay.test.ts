import type { PlainDate } from '#core/calendar/days';
import { addDays } from '#core/calendar/days';
import {
  type DayOrder,
  endAfter,
  halvesOf,
  halfWall,
  missingOf,
  readDay,
  readDayAndTime,
  readTime,
} from '#core/calendar/typedDay';
import { longDate } from '#core/wording/days';
import { expect } from 'chai';
import fc from 'fast-check';

// A Friday.
const today = '2027-05-14' as PlainDate;
const about = { today, order: 'dmy' } as const;

describe('a day as it is typed', () => {
  const days: [typed: string, read: string | null, order?: DayOrder][] = [
    ['18 6', '2027-06-18'],
    ['18.6.', '2027-06-18'],
    ['18/06', '2027-06-18'],
    ['18-6-27', '2027-06-18'],
    ['18.6.2028', '2028-06-18'],
    ['1806', '2027-06-18'],
    ['180628', '2028-06-18'],
    ['18062028', '2028-06-18'],
    ['18 jun', '2027-06-18'],
    ['18th of June', '2027-06-18'],
    ['June 18 2028', '2028-06-18'],
    ['2028 jun 18', '2028-06-18'],
    ['Fri 18 Jun 2027', '2027-06-18'],
    ['2027-06-18', '2027-06-18'],
    ['14', '2027-05-14'],
    ['13', '2027-06-13'],
    ['31', '2027-05-31'],
    ['13 5', '2028-05-13'],
    ['29 2', '2028-02-29'],
    ['29.2.27', null],
    ['fri', '2027-05-14'],
    ['Saturday', '2027-05-15'],
    ['thu', '2027-05-20'],
    ['today', '2027-05-14'],
    ['tomorrow', '2027-05-15'],
    ['+3d', '2027-05-17'],
    ['+3', '2027-05-17'],
    ['+2w', '2027-05-28'],
    ['+1 month', '2027-06-14'],
    ['-1d', '2027-05-13'],
    ['6 18', '2027-06-18', 'mdy'],
    ['0618', '2027-06-18', 'mdy'],
    ['6/18/28', '2028-06-18', 'mdy'],
    ['6 18', '2027-06-18', 'ymd'],
    ['27 6 18', '2027-06-18', 'ymd'],
    ['20270618', '2027-06-18', 'ymd'],
    ['', null],
    ['18 13', null],
    ['32', null],
    ['0', null],
    ['soon', null],
    ['18 jun or so', null],
    ['1 2 3 4', null],
    ['999999999', null],
    ['jun', null],
  ];
  for (const [typed, read, order = 'dmy'] of days)
    it(`${typed || '(nothing)'}${order === 'dmy' ? '' : `, ${order}`}`, () =>
      expect(readDay(typed, { today, order })).to.equal(read));

  it('counts from another day where it is told', () =>
    expect(readDay('+2d', { ...about, from: '2027-07-01' as PlainDate })).to.equal('2027-07-03'));
  it('reads every day as we write it', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), (days) => {
        const date = addDays('2000-01-01' as PlainDate, days);
        const written = longDate(date, '1999-01-01' as PlainDate);
        return readDay(written, about) === date && readDay(date, about) === date;
      }),
    ));
  it('never throws, and never reads what is no day', () =>
    fc.assert(
      fc.property(fc.string(), (text) => {
        const read = readDay(text, about);
        return read === null || /^\d{4}-\d{2}-\d{2}$/.test(read);
      }),
    ));
});

describe('a time as it is typed', () => {
  const times: [typed: string, read: string | null][] = [
    ['18:30', '18:30'],
    ['1830', '18:30'],
    ['18.30', '18:30'],
    ['18h30', '18:30'],
    ['18 30', '18:30'],
    ['7', '07:00'],
    ['18h', '18:00'],
    ['7pm', '19:00'],
    ['7:15 p.m.', '19:15'],
    ['12am', '00:00'],
    ['12 pm', '12:00'],
    ['noon', '12:00'],
    ['midnight', '00:00'],
    ['24', null],
    ['18:60', null],
    ['13pm', null],
    ['0am', null],
    ['late', null],
    ['', null],
  ];
  for (const [typed, read] of times) it(typed || '(nothing)', () => expect(readTime(typed)).to.equal(read));
});

describe('a day with its time', () => {
  const both: [typed: string, day: string | null, time: string | null][] = [
    ['18 6 18:30', '2027-06-18', '18:30'],
    ['fri, 7pm', '2027-05-14', '19:00'],
    ['sat at noon', '2027-05-15', '12:00'],
    ['2027-06-18T18:30', '2027-06-18', '18:30'],
    ['18 6', '2027-06-18', null],
    ['18 6 30', '2030-06-18', null],
    ['soon 18:30', null, '18:30'],
  ];
  for (const [typed, day, time] of both)
    it(typed, () => expect(readDayAndTime(typed, about)).to.deep.equal({ day, time }));

  it('is kept while it is half written, and says what is missing', () => {
    expect([missingOf(''), missingOf('2027-06-18T'), missingOf('T18:00'), missingOf('soonT18:00')]).to.deep.equal([
      null,
      'time',
      'day',
      'day',
    ]);
    expect(missingOf('2027-06-18T18:00')).to.equal(null);
    for (const [day, time] of [
      ['2027-06-18', ''],
      ['', '18:00'],
      ['Tomorrow or so', '7'],
      ['', ''],
    ] as const)
      expect(halvesOf(halfWall(day, time))).to.deep.equal({ day, time });
  });
  it('an end follows its start, over midnight and the end of a month', () => {
    expect(endAfter('2027-05-14T18:00', '2027-05-15T02:00', '2027-05-31T20:00')).to.equal('2027-06-01T04:00');
    expect(endAfter('2027-05-14T18:00', '', '2027-05-31T20:00')).to.equal(null);
    expect(endAfter('2027-05-14T18:00', '2027-05-14T10:00', '2027-05-31T20:00')).to.equal(null);
  });
});
