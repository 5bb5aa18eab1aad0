import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { price } from '#core/price/price';
import { askedPrice, askedTitle, type AskedOf, extraOutOfLimits, type Priced } from '#core/catalogue/askedPrice';
import { movedDeal } from '#core/bookings/moved';
import { expect } from 'chai';
import fc from 'fast-check';

const service = (basis: Priced['basis']): Priced => ({
  name: 'Dobsonian',
  currency: 'EUR',
  basis,
  unitPrice: minor(50_00),
  taxMode: 'inclusive',
  taxCodes: ['VAT'],
  extras: [{ id: 'case', label: 'Case', unitPrice: minor(12_00), most: 3 }],
});
const asked = (count: number, extras: AskedOf['extras'] = {}): AskedOf => ({
  start: '2027-03-12T18:00' as WallTime,
  end: '2027-03-15T18:00' as WallTime,
  count,
  extras,
});
const context = { timeZone: 'Europe/Lisbon', rates: { VAT: { rate: '23' as Decimal } } };
const total = (basis: Priced['basis'], counts: 'nothing' | 'guests' | 'units', of: AskedOf): number =>
  price(askedPrice(service(basis), counts, of, context)).total;

describe('the price of what a client asks for', () => {
  const cases: [
    why: string,
    basis: Priced['basis'],
    counts: 'nothing' | 'guests' | 'units',
    of: AskedOf,
    total: number,
  ][] = [
    ['a fixed price is that', 'fixed', 'nothing', asked(1), 50_00],
    ['for each guest', 'person', 'guests', asked(4), 200_00],
    ['a fixed price whatever the guests', 'fixed', 'guests', asked(4), 50_00],
    ['days', 'day', 'nothing', asked(1), 150_00],
    ['days of two units', 'day', 'units', asked(2), 300_00],
    ['nights', 'night', 'units', asked(1), 150_00],
    ['nights of three units', 'night', 'units', asked(3), 450_00],
    ['hours, whatever the count is of', 'hour', 'nothing', asked(2), 3_600_00],
    ['each unit', 'unit', 'units', asked(3), 150_00],
    ['with extras', 'fixed', 'nothing', asked(1, { case: 2 }), 74_00],
    ['an extra of none', 'fixed', 'nothing', asked(1, { case: 0 }), 50_00],
  ];
  for (const [why, basis, counts, of, sum] of cases) it(why, () => expect(total(basis, counts, of)).to.equal(sum));

  const titles: [basis: Priced['basis'], counts: 'nothing' | 'guests' | 'units', count: number, title: string][] = [
    ['day', 'units', 1, 'Dobsonian, 3 days'],
    ['day', 'units', 2, '2 × Dobsonian, 3 days'],
    ['person', 'guests', 1, 'Dobsonian, 1 guest'],
    ['fixed', 'nothing', 1, 'Dobsonian'],
    ['fixed', 'nothing', 2, 'Dobsonian'],
    ['fixed', 'guests', 2, 'Dobsonian, 2 guests'],
    ['night', 'units', 1, 'Dobsonian, 3 nights'],
    ['hour', 'nothing', 1, 'Dobsonian, 72 hours'],
    ['unit', 'units', 3, '3 × Dobsonian'],
  ];
  for (const [basis, counts, count, title] of titles)
    it(`is called ${title}`, () =>
      expect(askedTitle(service(basis), counts, asked(count), context.timeZone)).to.equal(title));

  it('an extra of none is no line', () => {
    const lines = (extras: AskedOf['extras']) =>
      askedPrice(service('fixed'), 'nothing', asked(1, extras), context).lines;
    expect(lines({ case: 0 })).to.have.length(1);
    expect(lines({ case: 1 }).map(({ id, label, quantity }) => ({ id, label, quantity }))).to.deep.equal([
      { id: 'service', label: 'Dobsonian', quantity: '1' },
      { id: 'case', label: 'Case', quantity: '1' },
    ]);
  });

  const limits: [why: string, extras: Record<string, number>, wrong: string | null][] = [
    ['none', {}, null],
    ['none of one', { case: 0 }, null],
    ['as many as are let', { case: 3 }, null],
    ['one more', { case: 4 }, 'case'],
    ['less than nothing', { case: -1 }, 'case'],
    ['half of one', { case: 0.5 }, 'case'],
    ['one that is not there', { gold: 1 }, 'gold'],
    ['a name that every object has', { constructor: 1 }, 'constructor'],
  ];
  for (const [why, extras, wrong] of limits)
    it(`extras: ${why}`, () => expect(extraOutOfLimits(service('fixed').extras, extras)).to.equal(wrong));

  it('is never less for more guests, units or extras', () => {
    const number = fc.integer({ min: 1, max: 40 });
    fc.assert(
      fc.property(number, number, fc.integer({ min: 0, max: 3 }), (few, more, cases) => {
        const [less, greater] = [Math.min(few, more), Math.max(few, more)];
        for (const [basis, counts] of [
          ['person', 'guests'],
          ['day', 'units'],
          ['unit', 'units'],
        ] as const)
          expect(total(basis, counts, asked(less, { case: cases }))).to.be.at.most(
            total(basis, counts, asked(greater, { case: cases })),
          );
      }),
    );
  });
});

describe('a deal at another time', () => {
  it('is as long by the clocks on the wall, also over a change of daylight saving', () => {
    const deal = { start: '2027-03-26T18:00', end: '2027-03-29T10:00' } as never;
    const { start, end } = movedDeal(deal, '2027-03-27T20:00' as WallTime);
    expect([start, end]).to.deep.equal(['2027-03-27T20:00', '2027-03-30T12:00']);
  });
});
