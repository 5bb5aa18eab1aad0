import { currencyExponent, isCurrency } from '#core/money/currency';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import { expect } from 'chai';
import fc from 'fast-check';

describe('money as it is read and typed', () => {
  const shown: [why: string, amount: number, currency: string, text: string][] = [
    ['two digits', 168000, 'EUR', '1,680.00'],
    ['no digits', 12000, 'JPY', '12,000'],
    ['three digits', 3500, 'KWD', '3.500'],
    ['less than one', 5, 'EUR', '0.05'],
    ['millions', 123456789, 'EUR', '1,234,567.89'],
    ['below nothing', -5000, 'EUR', '−50.00'],
  ];
  for (const [why, amount, currency, text] of shown)
    it(`shows ${why}`, () => expect(formatAmount(minor(amount), currency)).to.equal(text));
  it('names the currency', () => {
    expect(formatMoney(minor(100), 'EUR')).to.equal('€\u00a01.00');
    expect(formatMoney(minor(100), 'CHF')).to.equal('CHF\u00a01.00');
  });

  const typed: [why: string, text: string, currency: string, amount: number | null][] = [
    ['grouped', '1,680.50', 'EUR', 168050],
    ['one digit', '12.5', 'EUR', 1250],
    ['with its sign', '€ 12', 'EUR', 1200],
    ['spaces that group', '1 000', 'EUR', 100000],
    ['a digit too many', '12.505', 'EUR', null],
    ['digits that yen do not have', '12.5', 'JPY', null],
    ['below nothing', '-5', 'EUR', null],
    ['words', 'a lot', 'EUR', null],
    ['nothing', '', 'EUR', null],
    ['more than money can be', '999999999999999', 'EUR', null],
  ];
  for (const [why, text, currency, amount] of typed)
    it(`reads ${why}`, () => expect(parseAmount(text, currency)).to.equal(amount));

  it('reads back what it shows', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e12 }),
        fc.constantFrom('EUR', 'JPY', 'KWD', 'CLF'),
        (amount, currency) => {
          expect(parseAmount(formatAmount(minor(amount), currency), currency)).to.equal(amount);
        },
      ),
    ));

  it('knows currencies as ISO 4217 lists them', () => {
    expect(currencyExponent('MRU')).to.equal(2);
    expect(isCurrency('XXX')).to.equal(false);
    expect(isCurrency('eur')).to.equal(false);
    expect(() => currencyExponent('DEM')).to.throw(RangeError);
  });
  it('is whole', () => {
    expect(() => minor(0.5)).to.throw(RangeError);
    expect(() => minor(2 ** 53)).to.throw(RangeError);
    expect(Object.is(minor(-0), 0)).to.equal(true);
  });
});
