import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { instalmentAmounts } from '#core/plan/amounts';
import type { AmountRule } from '#core/plan/rules';
import { priceThatDoesNotAddUp } from '#core/terms/everyPrice';
import { expect } from 'chai';
import fc from 'fast-check';

const percent = (text: string): AmountRule => ({ percent: text as Decimal });
const fixed = (sum: number): AmountRule => ({ fixed: minor(sum) });

const cases: [why: string, rules: AmountRule[], price: number | null][] = [
  ['a share takes whatever is left', [percent('30'), { share: 1 }], null],
  ['no rules leave everything', [], 1],
  ['percentages of exactly a hundred', [percent('33'), percent('33'), percent('34')], null],
  ['below a hundred: the first price at all', [percent('30'), percent('40')], 1],
  ['below a hundred, kept whole by rounding while it is small', [percent('99.9')], 501],
  ['below a hundred with a large fixed sum: a price past it', [fixed(5_000_00), percent('50')], 1_000_003],
  ['a fixed sum alone: a unit past it', [fixed(100)], 101],
  ['above a hundred, but rounding loses the smallest', [percent('34'), percent('34'), percent('34')], 1],
  [
    'a hundred and a fixed sum that makes up for rounding',
    [percent('33.3'), percent('33.3'), percent('33.4'), fixed(2)],
    null,
  ],
  [
    'a fixed sum of nothing spoils a hundred',
    [percent('33.3333'), percent('33.3333'), percent('33.3334'), fixed(0)],
    1,
  ],
  ['far above a hundred', [percent('80'), percent('80')], null],
  ['a hair below a hundred: a large price is named', [percent('99.9999'), fixed(1_000_00)], 100_001_000_001],
  ['just a hundred, by one rule', [percent('100')], null],
  ['just a hundred and a sum', [percent('100'), fixed(1)], null],
  ['a hundred in halves that are rounded down', [percent('49.5'), percent('50.5')], null],
  ['a large one that is tried to its end', [percent('99.99'), fixed(1)], 15_001],
  ['a fixed sum of all that money can be', [fixed(Number.MAX_SAFE_INTEGER)], null],
];

describe('a price at which terms do not add up', () => {
  for (const [why, rules, price] of cases) it(why, () => expect(priceThatDoesNotAddUp(rules)).to.equal(price));

  const rule = fc.oneof(
    fc.integer({ min: 0, max: 1200 }).map((parts) => percent(String(parts / 10))),
    fc.integer({ min: 0, max: 3000 }).map(fixed),
    fc.constantFrom('25', '50', '33.3', '66.7', '100', '12.5').map(percent),
  );
  it('is one that fails, and where none is named every price up to 600 holds', () =>
    fc.assert(
      fc.property(fc.array(rule, { minLength: 1, maxLength: 4 }), (rules) => {
        const price = priceThatDoesNotAddUp(rules);
        if (price !== null) expect(instalmentAmounts(price, rules).ok).to.equal(false);
        const fails = (total: number): boolean => !instalmentAmounts(minor(total), rules).ok;
        const first = Array.from({ length: 600 }, (_, index) => index + 1).find(fails);
        if (first !== undefined) expect(price).to.equal(first);
      }),
      { numRuns: 60 },
    ));
});
