import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { expect } from 'chai';
import fc from 'fast-check';

const rates = { A: { rate: '20' as Decimal }, B: { rate: '5.5' as Decimal }, C: { rate: '0' as Decimal } };
const discount = fc.oneof(
  fc.integer({ min: 0, max: 1_000_000 }).map((value) => ({ percent: String(value / 10_000) as Decimal })),
  fc.integer({ min: 0, max: 90_000 }).map((amount) => ({ amount: amount as Minor })),
);
const line = fc.record({
  id: fc.constantFrom('1', '2', '3'),
  label: fc.constant('a line'),
  quantity: fc.integer({ min: 0, max: 300 }).map((value) => String(value / 100) as Decimal),
  unitPrice: fc.integer({ min: 0, max: 50_000 }).map((value) => value as Minor),
  discount: fc.option(discount, { nil: undefined }),
  taxes: fc.subarray(['A', 'B', 'C']),
});

describe('any price', () => {
  for (const taxMode of ['exclusive', 'inclusive'] as const) {
    it(`adds up with taxes ${taxMode}`, () =>
      fc.assert(
        fc.property(fc.array(line, { maxLength: 6 }), fc.option(discount, { nil: undefined }), (lines, whole) => {
          const input: PriceInput = { currency: 'EUR', taxMode, taxes: rates, lines, discount: whole };
          const priced = price(input);
          const nets = priced.lines.reduce((sum, each) => sum + each.net, 0);
          const taxes = priced.taxes.reduce((sum, each) => sum + each.amount, 0);
          expect(
            priced.lines.every((each) => each.net === each.gross - each.discount - each.share && each.net >= 0),
          ).to.equal(true);
          expect(priced.subtotal - priced.discount).to.equal(nets);
          expect(priced.total).to.equal(taxMode === 'exclusive' ? nets + taxes : nets);
          expect(priced.taxes.map((each) => each.code)).to.deep.equal(
            ['A', 'B', 'C'].filter((code) => lines.some((each) => each.taxes.includes(code))),
          );
        }),
      ));
  }

  it('takes a code that is listed twice once, and leaves out an extra that is not chosen', () => {
    const about = { id: 'x', label: 'x', quantity: '1' as Decimal, unitPrice: minor(1000) };
    const priced = price({
      currency: 'EUR',
      taxMode: 'exclusive',
      taxes: rates,
      lines: [
        { ...about, taxes: ['A', 'A'] },
        { ...about, extra: true },
      ],
    });
    expect(priced.total).to.equal(1200);
    expect(priced.lines).to.have.length(1);
  });
});
