import { closeout } from '#core/closeout/closeout';
import { fee } from '#core/fee/fee';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { expect } from 'chai';
import fc from 'fast-check';

const sum = fc.integer({ min: 0, max: 100_000 }).map((value) => value as Minor);

describe('close-out', () => {
  it('captures and releases all that is held, and loses nothing of what is claimed or owed', () =>
    fc.assert(
      fc.property(
        sum,
        fc.array(sum, { maxLength: 5 }),
        sum,
        fc.boolean(),
        (held, amounts, outstanding, coverBalance) => {
          const claims = amounts.map((amount, index) => ({ id: String(index), amount }));
          const closed = closeout({ held, claims, outstanding, coverBalance });
          const claimed = amounts.reduce<number>((all, amount) => all + amount, 0);
          const met = closed.met.reduce((all, claim) => all + claim.amount, 0);
          expect(closed.capture + closed.release).to.equal(held);
          expect(met + closed.shortfall).to.equal(claimed);
          expect(closed.capture - met).to.equal(outstanding - closed.outstanding);
          if (!coverBalance) expect(closed.outstanding).to.equal(outstanding);
          if (closed.release > 0) expect(closed.shortfall).to.equal(0);
        },
      ),
    ));
  it('meets claims in their order', () =>
    expect(
      closeout({
        held: minor(10),
        claims: [
          { id: 'a', amount: minor(4) },
          { id: 'b', amount: minor(9) },
        ],
        outstanding: minor(5),
        coverBalance: true,
      }).met,
    ).to.deep.equal([
      { id: 'a', amount: 4 },
      { id: 'b', amount: 6 },
    ]));
});

describe('a fee that covers itself', () => {
  const rate = fc.integer({ min: 0, max: 999_999 }).map((value) => String(value / 10_000) as Decimal);
  it('leaves the amount whole, and one unit less would not have by the formula', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e7 }),
        rate,
        fc.integer({ min: 0, max: 500 }),
        (amount, percent, fixed) => {
          const { charge } = fee({ amount: minor(amount), percent, fixed: minor(fixed), mode: 'cover' });
          expect(Number(BigInt(charge) - percentOf(charge, percent)) - fixed).to.be.at.least(amount - 1);
          const kept = BigInt(charge) * (1_000_000n - BigInt(Math.round(Number(percent) * 10_000)));
          expect(kept >= BigInt(amount + fixed) * 1_000_000n).to.equal(true);
        },
      ),
    ));
  it('is added as it is', () =>
    expect(fee({ amount: minor(10050), percent: '2.9' as Decimal, fixed: minor(30), mode: 'add' })).to.deep.equal({
      fee: 321,
      charge: 10371,
    }));
});
