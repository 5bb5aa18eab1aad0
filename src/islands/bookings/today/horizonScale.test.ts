import type { HorizonCover, HorizonDay } from '#contracts/bookings/views';
import type { PlainDate } from '#core/calendar/days';
import { minor, zero } from '#core/money/minor';
import { axisEnd, gapRows, heldByDay, startsWeek, isWeekend, roundAbove } from '#islands/bookings/today/horizonScale';
import { countWords } from '#islands/format/countWords';
import { expect } from 'chai';

const day = (date: string): HorizonDay => ({ date: date as PlainDate, received: zero, due: zero, late: zero });
const cover = (from: string, until: string, amount: number, gapFrom: string | null = null): HorizonCover => ({
  bookingId: from,
  number: '',
  client: '',
  amount: minor(amount),
  from: from as PlainDate,
  until: until as PlainDate,
  gapFrom: gapFrom as PlainDate | null,
});

describe('the horizon', () => {
  const rounds: [most: number, round: number][] = [
    [0, 100],
    [1, 1],
    [101, 200],
    [2001, 2500],
    [3000, 5000],
    [9999, 10_000],
  ];
  for (const [most, round] of rounds) it(`${most} fits under ${round}`, () => expect(roundAbove(most)).to.equal(round));

  it('is not flattened by one day far above the rest', () => {
    expect(axisEnd([100, 120, 6000])).to.equal(200);
    expect(axisEnd([100, 120, 200])).to.equal(200);
    expect(axisEnd([500])).to.equal(500);
    expect(axisEnd([])).to.equal(100);
  });

  it('adds covers up day by day, first and last included, and leaves a gap out', () => {
    const days = ['2027-05-01', '2027-05-02', '2027-05-03', '2027-05-04'].map(day);
    const covers = [cover('2027-05-01', '2027-05-02', 400), cover('2027-05-02', '2027-05-04', 900, '2027-05-04')];
    expect(heldByDay(days, covers)).to.deep.equal([400, 1300, 900, 0]);
  });

  it('knows its Mondays and weekends', () => {
    expect(startsWeek('2027-05-17' as PlainDate)).to.equal(true);
    expect(
      ['2027-05-14', '2027-05-15', '2027-05-16', '2027-05-17'].map((date) => isWeekend(date as PlainDate)),
    ).to.deep.equal([false, true, true, false]);
  });

  const counts: [count: number, said: string][] = [
    [0, 'Nothing to decide today'],
    [1, 'One decision today'],
    [6, 'Six decisions today'],
    [60, '60 decisions today'],
  ];
  for (const [count, said] of counts) it(said, () => expect(countWords(count)).to.equal(said));
});

describe('labels of cover gaps', () => {
  const rows = (labels: [at: number, width: number][]): number[] =>
    gapRows(labels.map(([at, width]) => ({ at, width }))).map(({ row }) => row);
  it('share a row where there is room, and take another where there is not', () => {
    expect(
      rows([
        [0, 100],
        [100, 50],
        [200, 50],
      ]),
    ).to.deep.equal([0, 0, 0]);
    expect(
      rows([
        [0, 100],
        [40, 100],
        [60, 100],
        [150, 20],
      ]),
    ).to.deep.equal([0, 1, 2, 0]);
    expect(
      rows([
        [90, 10],
        [0, 100],
      ]),
      'from left to right',
    ).to.deep.equal([0, 1]);
    expect(rows([])).to.deep.equal([]);
  });
});
