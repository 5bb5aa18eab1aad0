import type { Decimal } from '#core/money/decimal';
import { exampleStanding } from '#core/terms/example';
import type { Terms } from '#core/terms/terms';
import { chart, chartLayout, chartWidths } from '#islands/catalogue/terms/chartLayout';
import { expect } from 'chai';
import { rentalAgreed, rentalTerms } from '../../../../testing/story';

const { terms: _terms, ...example } = rentalAgreed;
const laid = (terms: Partial<Terms> = {}, about: Partial<typeof example> = {}, width?: number) => {
  const made = exampleStanding({ ...example, ...about }, { ...rentalTerms, ...terms });
  if (!made.ok) throw new Error(made.refusal.code);
  return chartLayout(made.value, width);
};

describe('the example drawn over time', () => {
  it('runs from the agreement to the end of cover, sums to scale', () => {
    const { agreedX, startX, endX, bars, cover, steps } = laid();
    expect(agreedX).to.equal(chart.left);
    expect(agreedX < startX && startX < endX).to.equal(true);
    expect(bars.map(({ label, mark }) => [label, mark])).to.deep.equal([
      ['300.00', 'now'],
      ['700.00', 'due'],
    ]);
    expect(bars[1]!.height).to.equal(chart.tallest);
    expect(bars[0]!.height).to.be.closeTo((chart.tallest * 3) / 7, 0.001);
    expect(cover.map(({ row }) => row)).to.deep.equal([0, 1]);
    const last = cover.at(-1)!;
    expect(last.x + last.width).to.be.closeTo(chartWidths.desk - chart.right, 0.001);
    expect(steps.map(({ kind, label }) => [kind, label])).to.deep.equal([
      ['back', null],
      ['part', 'keep 300.00'],
      ['all', 'keep 1,000.00'],
    ]);
  });
  it('names a sum only where its label has room, at its left where the drawing ends', () => {
    const instalments = Array.from({ length: 24 }, (_, index) => ({
      name: `part ${index}`,
      collect: 'ask' as const,
      amount: index === 23 ? { share: 1 } : { percent: '4' as Decimal },
      due: { on: 'agreement' as const, plus: { days: index * 2 } },
    }));
    const { bars } = laid({ instalments, hold: undefined });
    const labelled = bars.filter(({ label }) => label !== null);
    expect(labelled.length).to.be.below(24);
    expect(bars.every(({ said }) => said.length > 0)).to.equal(true);
    const atEnd = laid({
      hold: undefined,
      instalments: [{ ...instalments[0]!, amount: { percent: '100' as Decimal }, due: { on: 'end' } }],
    });
    expect(atEnd.bars[0]).to.include({ labelBefore: true, label: '1,000.00' });
  });
  it('sets those of one moment side by side, and says what has no day', () => {
    const deposit = { ...rentalTerms.instalments[0]!, amount: { percent: '50' as Decimal } };
    const { bars, open } = laid({ instalments: [deposit, deposit] });
    expect(bars[1]!.x - bars[0]!.x).to.equal(15);
    expect(open).to.equal(null);
    expect(laid({ instalments: [deposit, { ...deposit, due: { open: true } }] }).open?.text).to.equal(
      '500.00 has no day yet',
    );
  });
  it('fits a phone with fewer ticks', () => {
    const phone = laid({}, {}, chartWidths.phone);
    expect(phone.ticks.length).to.be.at.most(4);
    expect(Math.max(...phone.ticks.map(({ x }) => x))).to.be.below(chartWidths.phone);
    expect(laid().ticks.length).to.be.at.least(phone.ticks.length);
    expect(laid().daysPerUnit).to.be.below(phone.daysPerUnit);
  });
});
