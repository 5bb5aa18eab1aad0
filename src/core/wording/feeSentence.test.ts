import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { feeSentence } from '#core/wording/feeSentence';
import { expect } from 'chai';

describe('a fee for cards, where the price is', () => {
  const rows: [percent: string, fixed: number, says: string][] = [
    ['1.5', 25, 'Paying by card costs 1.5 % and €\u00a00.25 more each time.'],
    ['1.5', 0, 'Paying by card costs 1.5 % more each time.'],
    ['0.00', 25, 'Paying by card costs €\u00a00.25 more each time.'],
    ['0', 0, ''],
  ];
  for (const [percent, fixed, says] of rows)
    it(`${percent} % and ${fixed}: ${says || 'nothing'}`, () =>
      expect(feeSentence({ percent: percent as Decimal, fixed: minor(fixed) }, 'EUR')).to.equal(says));
});
