import { minor } from '#core/money/minor';
import { splitByWeight } from '#core/money/splitByWeight';
import { expect } from 'chai';
import fc from 'fast-check';

const cases: [why: string, total: number, weights: number[], shares: number[]][] = [
  ['even thirds: the odd cent goes first', 100_00, [1, 1, 1], [33_34, 33_33, 33_33]],
  ['the largest remainders win, not the largest weights', 10, [6, 6, 2, 1], [4, 4, 1, 1]],
  ['equal remainders: the earlier entry', 1, [1, 1], [1, 0]],
  ['a weight of nothing gets nothing', 7, [0, 1, 0], [0, 7, 0]],
  ['no weight at all: nothing to anybody', 7, [0, 0], [0, 0]],
  ['nobody to share with', 7, [], []],
  ['products past 2^53 stay exact', Number.MAX_SAFE_INTEGER, [1, 2], [3002399751580330, 6004799503160661]],
];

describe('splitByWeight', () => {
  for (const [why, total, weights, shares] of cases) {
    it(why, () => expect(splitByWeight(minor(total), weights)).to.deep.equal(shares));
  }
  const amount = fc.integer({ min: 0, max: 1e12 });
  const weights = fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 12 });

  it('gives out all of it, and never a unit more than a share rounded up', () =>
    fc.assert(
      fc.property(amount, weights, (total, parts) => {
        const whole = parts.reduce((sum, weight) => sum + weight, 0);
        fc.pre(whole > 0);
        const shares = splitByWeight(minor(total), parts);
        expect(shares.reduce((sum, share) => sum + share, 0)).to.equal(total);
        shares.forEach((share, index) => {
          const floor = (BigInt(total) * BigInt(parts[index]!)) / BigInt(whole);
          expect(BigInt(share) - floor).to.be.oneOf([0n, 1n]);
        });
      }),
    ));
});
