import { parseAmount } from '#core/money/parseAmount';
import { expect } from 'chai';

describe('a sum as a person types it', () => {
  const cases: [typed: string, currency: string, sum: number | null][] = [
    ['1,680', 'EUR', 1_680_00],
    ['1680.5', 'EUR', 1_680_50],
    ['€ 12.00', 'EUR', 12_00],
    ['EUR 12', 'EUR', 12_00],
    ['1 680.00', 'EUR', 1_680_00],
    ['1\u00a0680', 'EUR', 1_680_00],
    [' 12.00 ', 'EUR', 12_00],
    ['12.', 'EUR', 12_00],
    ['1,234,567.89', 'EUR', 1_234_567_89],
    ['0', 'EUR', 0],
    ['12', 'JPY', 12],
    ['12.345', 'KWD', 12_345],
    ['12.5', 'JPY', null],
    ['12.345', 'EUR', null],
    ['12x', 'EUR', null],
    ['1x2', 'EUR', null],
    ['12 €', 'EUR', null],
    ['-12', 'EUR', null],
    ['€ -12', 'EUR', null],
    ['.5', 'EUR', null],
    ['1.2.3', 'EUR', null],
    ['', 'EUR', null],
    ['12,5', 'EUR', null],
    ['999999999999999', 'EUR', null],
    ['1234567890123456', 'JPY', null],
  ];
  for (const [typed, currency, sum] of cases)
    it(`${JSON.stringify(typed)} in ${currency} is ${sum ?? 'none'}`, () =>
      expect(parseAmount(typed, currency)).to.equal(sum));
});
