import type { PlaceUse } from '#contracts/places/timeViews';
import type { PlainDate } from '#core/calendar/days';
import type { WallTime } from '#core/calendar/wallTime';
import { mostUnits, placeRows } from '#islands/places/calendar/placeRows';
import { expect } from 'chai';

const from = '2027-05-14' as PlainDate;
const place = (units: number) => ({ id: 'scopes', name: 'Telescopes', kind: 'stock' as const, units });
const use = (unit: number, start: string, end: string): PlaceUse => ({
  placeId: 'scopes',
  unit,
  bookingId: 'b',
  start: start as WallTime,
  end: end as WallTime,
  note: '',
});
const freeOf = (units: number, ...uses: PlaceUse[]) => placeRows({ places: [place(units)], uses }, from, 3)[0]!.free;

describe('the calendar by place', () => {
  const cases: [why: string, free: readonly number[], ...uses: PlaceUse[]][] = [
    ['nothing is booked', [3, 3, 3]],
    ['one over midnight', [2, 2, 3], use(1, '2027-05-14T18:00', '2027-05-15T10:00')],
    ['back at midnight is free on the next day', [2, 3, 3], use(1, '2027-05-14T18:00', '2027-05-15T00:00')],
    [
      'one after the other takes one',
      [2, 3, 3],
      use(1, '2027-05-14T08:00', '2027-05-14T12:00'),
      use(2, '2027-05-14T12:00', '2027-05-14T18:00'),
    ],
    [
      'two at once',
      [1, 1, 1],
      use(1, '2027-05-13T08:00', '2027-05-17T12:00'),
      use(3, '2027-05-14T00:00', '2027-05-17T00:00'),
    ],
  ];
  for (const [why, free, ...uses] of cases) it(why, () => expect(freeOf(3, ...uses)).to.deep.equal(free));

  it('never says that less than nothing is free', () =>
    expect(
      freeOf(1, use(1, '2027-05-14T08:00', '2027-05-14T12:00'), use(2, '2027-05-14T08:00', '2027-05-14T12:00'))[0],
    ).to.equal(0));
  it('has a line for each unit, and counts what are too many', () => {
    const rows = placeRows(
      { places: [place(2), { ...place(500), id: 'seats' }], uses: [use(2, '2027-05-14T08:00', '2027-05-14T12:00')] },
      from,
      1,
    );
    expect(rows[0]!.units.map(({ uses }) => uses.length)).to.deep.equal([0, 1]);
    expect(rows[1]!.units).to.have.length(mostUnits);
  });
});
