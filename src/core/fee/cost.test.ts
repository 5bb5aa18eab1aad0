import type { Cost } from '#core/fee/fee';
import { cappedFee, leastCost } from '#core/fee/cost';
import { fee } from '#core/fee/fee';
import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import type { FeeTerms } from '#core/terms/terms';
import { expect } from 'chai';
import fc from 'fast-check';

const cost = (percent: string, fixed: number): Cost => ({ percent: percent as Decimal, fixed: minor(fixed) });
const terms = (percent: string, fixed: number, mode: FeeTerms['mode'] = 'cover'): FeeTerms => ({
  ...cost(percent, fixed),
  mode,
  country: 'CH',
});

describe('a fee passed on is at most what the payment costs', () => {
  const rows: [why: string, asked: FeeTerms, cost: Cost | null, percent: string, fixed: number][] = [
    ['what is less stays', terms('1', 10), cost('1.4', 25), '1', 10],
    ['what is more is lowered', terms('2.9', 30), cost('1.4', 25), '1.4', 25],
    ['each for itself', terms('0.5', 30), cost('1.4', 25), '0.5', 25],
    ['where the cost is not known, as the terms say', terms('2.9', 30), null, '2.9', 30],
  ];
  for (const [why, asked, of, percent, fixed] of rows)
    it(why, () => expect(cappedFee(asked, of)).to.deep.equal({ ...asked, percent, fixed }));

  it('of several the least of each', () =>
    expect(leastCost([cost('1.4', 25), cost('2.1', 10)])).to.deep.equal(cost('1.4', 10)));
  it('of none nothing is known', () => expect(leastCost([])).to.equal(null));

  it('whatever the sum, no more than the processor takes of the charge', () => {
    const percents = fc.integer({ min: 0, max: 400 }).map((hundredths) => (hundredths / 100).toFixed(2));
    fc.assert(
      fc.property(
        percents,
        fc.nat(100),
        percents,
        fc.nat(100),
        fc.constantFrom<FeeTerms['mode']>('add', 'cover'),
        fc.integer({ min: 1, max: 10_000_000 }),
        (asked, fixed, taken, fixedTaken, mode, amount) => {
          const passed = fee({
            ...cappedFee(terms(asked, fixed, mode), cost(taken, fixedTaken)),
            amount: minor(amount),
          });
          const hundred = 100n * decimalScale;
          const takes =
            divideRounded(BigInt(passed.charge) * tenThousandths(taken as Decimal), hundred) + BigInt(fixedTaken);
          // Covering rounds up to a whole unit.
          expect(Number(passed.fee)).to.be.at.most(Number(takes) + 1);
        },
      ),
    );
  });
});
