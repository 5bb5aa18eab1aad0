import type { FactOf } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import { minor } from '#core/money/minor';
import { allInHand, givingBack, goesBackAtOnce } from '#core/payments/givingBack';
import { expect } from 'chai';
import { at } from '../../../testing/story';

const now = at('03-05 10:00');
type Receipt = Ledger['receipts'][number];
const receipt = (id: string, method: Receipt['method'], more: Partial<Receipt> = {}): Receipt => ({
  id,
  method,
  amount: minor(100_00),
  at: now,
  refunded: minor(0),
  ...more,
});

describe('giving back', () => {
  const rows: [method: Receipt['method'], overProcessor: boolean][] = [
    ['card', true],
    ['debit', true],
    ['reader', true],
    ['hold', true],
    ['cash', false],
    ['transfer', false],
    ['cheque', false],
    ['credit', false],
    ['voucher', false],
  ];
  for (const [method, over] of rows)
    it(`what came by ${method} goes back ${over ? 'over the processor' : 'by hand'}`, () => {
      const receipts = [receipt('r', method, method === 'voucher' ? { voucherId: 'v' } : {})];
      const { byHand, asked } = givingBack([{ id: 'r', amount: minor(40_00) }], { receipts }, { cause: 'x', at: now });
      const about = { receiptId: 'r', amount: 40_00, ...(method === 'voucher' ? { voucherId: 'v' } : {}) };
      expect(asked).to.deep.equal(over ? [{ receiptId: 'r', whole: 40_00 }] : []);
      expect(byHand).to.deep.equal(over ? [] : [{ kind: 'refunded', at: now, refundId: 'r:x', ...about, method }]);
    });
  it('a processor gives the fee and the tip back in one sum', () => {
    const on = { fee: minor(2_00), feeTax: minor(37), tip: minor(5_00) };
    const { asked } = givingBack(
      [{ id: 'r', amount: minor(100_00), on }],
      { receipts: [receipt('r', 'card')] },
      { cause: 'x', at: now },
    );
    expect(asked).to.deep.equal([{ receiptId: 'r', whole: 107_00, on }]);
  });
  it('of a booking that comes to nothing, all that is in hand', () =>
    expect(
      allInHand({
        receipts: [
          receipt('a', 'card', { refunded: minor(30_00) }),
          receipt('b', 'cash', { refunded: minor(100_00) }),
          receipt('c', 'cash'),
        ],
      }),
    ).to.deep.equal([
      { id: 'a', amount: 70_00 },
      { id: 'c', amount: 100_00 },
    ]));
});

describe('a payment that comes too late', () => {
  const cancelled = { kind: 'cancelled' } as Ledger['cancelled'];
  const paid = (more: object = {}) =>
    ({
      kind: 'received',
      at: now,
      receiptId: 'r',
      amount: minor(100_00),
      method: 'card',
      ...more,
    }) as FactOf<'received'>;
  const extras = { fee: minor(2_00), tip: minor(5_00) };
  const rows: [
    why: string,
    of: FactOf<'received'>,
    before: Pick<Ledger, 'lapsed' | 'cancelled'>,
    credit: number,
    back: object | null,
  ][] = [
    ['stays on a booking that stands', paid(), { lapsed: false, cancelled: null }, 100_00, null],
    [
      'goes back whole where the place is gone',
      paid(),
      { lapsed: true, cancelled: null },
      0,
      { id: 'r', amount: 100_00 },
    ],
    [
      'with its tip',
      paid(extras),
      { lapsed: true, cancelled: null },
      0,
      { id: 'r', amount: 100_00, on: { tip: 5_00 } },
    ],
    [
      'but for what a cancellation left owed',
      paid(extras),
      { lapsed: false, cancelled },
      60_00,
      { id: 'r', amount: 60_00 },
    ],
    ['and stays where all of it was owed', paid(), { lapsed: false, cancelled }, 0, null],
    ['never more than came', paid(), { lapsed: false, cancelled }, 500_00, { id: 'r', amount: 100_00 }],
  ];
  for (const [why, of, before, credit, back] of rows)
    it(why, () => expect(goesBackAtOnce(of, before, minor(credit))).to.deep.equal(back));
});

describe('a fee that was passed on goes back in proportion', () => {
  const receipt = (refunded: number, back: number, taxBack: number): Ledger['receipts'][number] => ({
    id: 'r',
    at: now,
    amount: minor(300_00),
    method: 'card',
    refunded: minor(refunded),
    fee: { amount: minor(4_01), tax: minor(75), back: minor(back), taxBack: minor(taxBack) },
  });
  const given = (of: Ledger['receipts'][number], amount: number) =>
    givingBack([{ id: 'r', amount: minor(amount) }], { receipts: [of] }, { cause: 'x', at: now }).asked[0]!;

  it('a third of it with a third of the payment', () =>
    expect(given(receipt(0, 0, 0), 100_00)).to.deep.equal({
      receiptId: 'r',
      whole: 101_34,
      on: { fee: 1_34, feeTax: 25 },
    }));
  it('all of it with all of the payment', () =>
    expect(given(receipt(0, 0, 0), 300_00)).to.deep.include({ whole: 304_01 }));
  it('in parts exactly what it was, and nothing more', () => {
    let [refunded, back, taxBack] = [0, 0, 0];
    for (const part of [99_99, 1, 133_33, 66_66, 1]) {
      const { on } = given(receipt(refunded, back, taxBack), part);
      refunded += part;
      back += on?.fee ?? 0;
      taxBack += on?.feeTax ?? 0;
    }
    expect([refunded, back, taxBack]).to.deep.equal([300_00, 4_01, 75]);
  });
});
