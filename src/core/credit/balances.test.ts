import type { Fact } from '#core/bookings/facts';
import { creditMoved, creditOfFacts, leftOnVoucherOf, usedFor } from '#core/credit/balances';
import { minor } from '#core/money/minor';
import { expect } from 'chai';

const of = (kind: Fact['kind'], more: object): Fact =>
  ({ kind, at: '2027-03-01T10:00:00Z', ...more }) as unknown as Fact;

describe('credit and vouchers, from facts', () => {
  const moved: [why: string, fact: Fact, credit: number][] = [
    ['used on a booking', of('received', { method: 'credit', amount: 40_00 }), -40_00],
    ['given back to it', of('refunded', { method: 'credit', amount: 15_00 }), 15_00],
    ['too much at a close-out', of('delivered', { received: 120_00, total: 100_00 }), 20_00],
    ['not all paid at a close-out', of('delivered', { received: 80_00, total: 100_00 }), 0],
    ['paid by card', of('received', { method: 'card', amount: 40_00 }), 0],
    ['a voucher is not credit', of('received', { method: 'voucher', amount: 40_00 }), 0],
    ['a letter', of('sent', {}), 0],
  ];
  for (const [why, fact, credit] of moved) it(`${why}: ${credit}`, () => expect(creditMoved(fact)).to.equal(credit));

  it('add up', () =>
    expect(
      creditOfFacts(
        minor(100_00),
        moved.map(([, fact]) => fact),
      ),
    ).to.equal(95_00));
  it('may be below nothing where a bank sent money back that was used', () =>
    expect(creditOfFacts(minor(0), [moved[0]![1]])).to.equal(-40_00));
  it('a voucher is lowered by what it paid and raised by what went back', () =>
    expect(
      leftOnVoucherOf(minor(100_00), [
        of('received', { method: 'voucher', amount: 70_00 }),
        of('refunded', { method: 'voucher', amount: 20_00 }),
        of('received', { method: 'card', amount: 9_00 }),
      ]),
    ).to.equal(50_00));
  const used: [there: number, due: number, used: number, left: number][] = [
    [100_00, 70_00, 70_00, 30_00],
    [70_00, 100_00, 70_00, 0],
    [70_00, 70_00, 70_00, 0],
  ];
  for (const [there, due, sum, left] of used)
    it(`${there} for ${due} pays ${sum}`, () =>
      expect(usedFor(minor(there), minor(due))).to.deep.equal({ used: sum, left }));
});
