import { isDecimal, tenThousandths, decimal } from '#core/money/decimal';
import { percentOf, percentUpTo } from '#core/money/percentOf';
import { divideRounded, divideUp } from '#core/money/rounding';
import { expect } from 'chai';

describe('decimal texts', () => {
  const refused: [why: string, text: string][] = [
    ['a fifth place', '12.50000'],
    ['a sign', '-1'],
    ['another sign', '+1'],
    ['an exponent', '1e2'],
    ['a leading zero', '01'],
    ['a bare point', '1.'],
    ['nothing before the point', '.5'],
    ['a comma', '1,5'],
    ['a space', ' 1'],
    ['nothing', ''],
    ['a line end', '1\n'],
  ];
  for (const [why, text] of refused) it(`refuses ${why}`, () => expect(isDecimal(text)).to.equal(false));
  for (const text of ['0', '0.5', '10', '12.3456', '99999999999999999999999'])
    it(`takes ${text}`, () => expect(isDecimal(text)).to.equal(true));

  it('reads ten-thousandths exactly', () => {
    expect(tenThousandths(decimal('12.5'))).to.equal(125_000n);
    expect(tenThousandths(decimal('0.0001'))).to.equal(1n);
    expect(() => decimal('x')).to.throw(RangeError);
  });
});

describe('rounding', () => {
  const cases: [why: string, amount: number, percent: string, result: bigint][] = [
    ['a half goes away from zero', 50, '1', 1n],
    ['less than a half goes down', 49, '1', 0n],
    ['more than all', 10, '250', 25n],
    ['past 2^53, before any limit', Number.MAX_SAFE_INTEGER, '1000', BigInt(Number.MAX_SAFE_INTEGER) * 10n],
  ];
  for (const [why, amount, percent, result] of cases) {
    it(why, () => expect(percentOf(amount, decimal(percent))).to.equal(result));
  }
  it('stops at the limit', () => expect(percentUpTo(100, decimal('5000'), 70)).to.equal(70));
  it('divides up and to the nearest', () => {
    expect(divideUp(7n, 2n)).to.equal(4n);
    expect(divideUp(6n, 2n)).to.equal(3n);
    expect(divideRounded(5n, 2n)).to.equal(3n);
    expect(divideRounded(4n, 3n)).to.equal(1n);
  });
});
