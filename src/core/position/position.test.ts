import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import { position, type PositionInput } from '#core/position/position';
import { expect } from 'chai';
import fc from 'fast-check';

const part = (name: string, amount: number, day: string | null) => ({
  name,
  amount: minor(amount),
  due: day as PlainDate | null,
  dueAt: day ? (`${day}T09:00:00Z` as Instant) : null,
});
const receipt = (amount: number, day: string) => ({
  id: day,
  amount: minor(amount),
  at: `${day}T12:00:00Z` as Instant,
});
const base: PositionInput = {
  plan: {
    instalments: [part('deposit', 300, '2027-05-01'), part('balance', 700, '2027-05-10'), part('open', 100, null)],
  },
  timeZone: 'UTC',
  asOf: '2027-05-10T08:59:59Z' as Instant,
  receipts: [],
};

describe('position', () => {
  const states: [why: string, about: Partial<PositionInput>, states: string[]][] = [
    ['a second before its moment it is planned', {}, ['late', 'planned', 'open']],
    ['at its moment it is due', { asOf: '2027-05-10T09:00:00Z' as Instant }, ['late', 'due', 'open']],
    ['until its local day is over', { asOf: '2027-05-10T23:59:59Z' as Instant }, ['late', 'due', 'open']],
    ['then it is late', { asOf: '2027-05-11T00:00:00Z' as Instant }, ['late', 'late', 'open']],
    ['grace days put that off', { asOf: '2027-05-12T23:59:59Z' as Instant, graceDays: 2 }, ['late', 'due', 'open']],
    ['paid is paid, even before its day', { receipts: [receipt(1100, '2027-04-01')] }, ['paid', 'paid', 'paid']],
    [
      'money that comes later does not count yet',
      { receipts: [receipt(300, '2027-06-01')] },
      ['late', 'planned', 'open'],
    ],
  ];
  for (const [why, about, wanted] of states)
    it(why, () => expect(position({ ...base, ...about }).instalments.map((each) => each.state)).to.deep.equal(wanted));

  const smallest: [why: string, minimum: PositionInput['minimum'], paid: number, result: number][] = [
    ['one unit where nothing is said', undefined, 0, 1],
    ['a share of what is outstanding, rounded', { percent: '12.55' as Decimal }, 0, 138],
    ['at least one unit', { percent: '0' as Decimal }, 0, 1],
    ['never more than is outstanding', { fixed: minor(5000) }, 0, 1100],
    ['nothing where nothing is', { fixed: minor(5000) }, 1100, 0],
  ];
  for (const [why, minimum, paid, result] of smallest)
    it(`smallest payment: ${why}`, () =>
      expect(position({ ...base, minimum, receipts: [receipt(paid, '2027-04-01')] }).smallestPayment).to.equal(result));

  it('says what comes next', () => {
    expect(position(base).next).to.deep.equal({ name: 'balance', dueAt: '2027-05-10T09:00:00Z', left: 700 });
    expect(position({ ...base, asOf: '2027-05-10T09:00:00Z' as Instant }).next).to.equal(null);
  });

  it('places every unit once, whatever comes', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 6 }), (amounts) => {
        const receipts = amounts.map((amount, index) => ({
          ...receipt(amount, '2027-04-01'),
          id: String(index),
          refunded: Math.floor(amount / 3) as Minor,
        }));
        const stands = position({ ...base, receipts });
        const paid = stands.instalments.reduce((sum, each) => sum + each.paid, 0);
        expect(paid + stands.credit).to.equal(stands.received);
        expect(paid + stands.outstanding).to.equal(1100);
        expect(stands.late).to.be.at.most(stands.dueNow);
        expect(stands.instalments.every((each) => each.partly === (each.paid > 0 && each.left > 0))).to.equal(true);
      }),
    ));
});
