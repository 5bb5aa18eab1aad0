import type { WallTime } from '#core/calendar/wallTime';
import type { CalendarView } from '#contracts/places/timeViews';
import type { PlainDate } from '#core/calendar/days';
import { zero } from '#core/money/minor';
import { dayRows } from '#islands/places/calendar/dayRows';
import { droppedAt, eventsOf, firstHour } from '#islands/places/calendar/calendarEvents';
import { startAfter, ticksOf, widthOf, xOf } from '#islands/places/lanes/laneScale';
import { weeksOf } from '#islands/parts/months';
import { expect } from 'chai';

const today = '2027-05-14' as PlainDate;
const entry = (start: string, end: string, stage = 'secured') => ({
  id: start,
  number: 'B-0001',
  client: 'Maud',
  title: 'A night',
  service: 'Night',
  colour: 'teal' as const,
  stage: stage as 'secured',
  start: start as never,
  end: end as never,
  currency: 'EUR',
  places: ['Lena'],
  dueNow: zero,
  late: zero,
  outstanding: zero,
  strip: { total: zero, segments: [], hold: null },
});
const view = (...entries: CalendarView['entries'][number][]): CalendarView => ({
  from: today,
  to: today,
  search: '',
  stage: 'all',
  counts: {},
  more: false,
  entries,
  dates: [],
  blocks: [],
  places: [],
  uses: [],
  closed: [{ date: today, note: 'Holiday' }],
});

describe('what the calendar draws', () => {
  it('what takes longer than a day stands above the hours, to its last day', () => {
    const [short, long, closed] = eventsOf(
      view(entry('2027-05-14T20:00', '2027-05-15T01:00'), entry('2027-05-14T18:00', '2027-05-17T18:00')),
    );
    expect([short!.allDay, short!.start]).to.deep.equal([false, '2027-05-14T20:00:00Z']);
    expect([long!.allDay, long!.start, long!.end]).to.deep.equal([true, '2027-05-14', '2027-05-18']);
    expect([closed!.display, closed!.end]).to.deep.equal(['background', '2027-05-15']);
  });
  it('what is under way or over is not dragged', () => {
    const stages = ['enquiry', 'waiting', 'secured', 'inService', 'toCloseOut', 'closed'];
    const drawn = eventsOf(view(...stages.map((stage) => entry('2027-05-14T20:00', '2027-05-14T21:00', stage))));
    expect(drawn.slice(0, 6).map(({ editable }) => editable)).to.deep.equal([true, true, true, false, false, false]);
  });
  it('what was dropped keeps its hour where it stands above the hours', () => {
    const stay = entry('2027-05-14T18:00', '2027-05-17T18:00');
    expect(droppedAt(stay, '2027-05-20T00:00:00.000Z', true)).to.equal('2027-05-20T18:00');
    expect(droppedAt(stay, '2027-05-20T21:30:00.000Z', false)).to.equal('2027-05-20T21:30');
  });
  it('begins a little before the first of the coming week', () => {
    const evening = entry('2027-05-16T20:00', '2027-05-16T23:00');
    expect(firstHour(view(evening, entry('2027-05-01T09:00', '2027-05-01T10:00')), today)).to.equal('18:00:00');
    expect(firstHour(view(), today)).to.equal('08:00:00');
  });
});

describe('the scale of the lanes', () => {
  const scale = { from: '2027-05-10' as PlainDate, to: '2027-06-20' as PlainDate, dayWidth: 20 };
  it('days to pixels and back', () => {
    expect(widthOf(scale)).to.equal(42 * 20);
    expect(xOf(scale, '2027-05-11T12:00' as WallTime)).to.equal(30);
    expect(startAfter(scale, '2027-05-11T12:00' as WallTime, -41)).to.equal('2027-05-09T12:00');
    expect(startAfter(scale, '2027-05-11T12:00' as WallTime, 9)).to.equal('2027-05-11T12:00');
  });
  it('names Mondays, or months where days are narrow', () => {
    expect(ticksOf(scale).map(({ date }) => date.slice(5))).to.deep.equal([
      '05-10',
      '05-17',
      '05-24',
      '05-31',
      '06-07',
      '06-14',
    ]);
    expect(ticksOf({ ...scale, dayWidth: 7 }).map(({ date }) => date)).to.deep.equal(['2027-06-01']);
  });
  it('a month is whole weeks from Monday on', () => {
    const weeks = weeksOf('2027-05-14' as PlainDate);
    expect(weeks.every((week) => week.length === 7)).to.equal(true);
    expect(weeks.flat().filter((date) => date !== null)).to.have.length(31);
    expect(weeks[0]!.indexOf('2027-05-01' as PlainDate)).to.equal(5);
  });
});

describe('the list of days', () => {
  const tomorrow = '2027-05-15' as PlainDate;
  const rows = dayRows(
    view(
      entry('2027-05-13T18:00', '2027-05-15T10:00'),
      entry('2027-05-14T20:00', '2027-05-14T22:00'),
      entry('2027-05-14T09:00', '2027-05-16T09:00'),
    ),
    today,
    tomorrow,
  );
  it('has each booking on every day it touches, what begins first', () =>
    expect(
      rows.map(({ entries }) => entries.map(({ entry: { start }, part }) => [start.slice(5, 10), part])),
    ).to.deep.equal([
      [
        ['05-14', 'begins'],
        ['05-14', 'whole'],
        ['05-13', 'goesOn'],
      ],
      [
        ['05-13', 'ends'],
        ['05-14', 'goesOn'],
      ],
    ]));
  it('says which day is closed, and why', () =>
    expect(rows.map(({ closed }) => closed)).to.deep.equal(['Holiday', null]));
});
