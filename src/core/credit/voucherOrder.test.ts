import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { mayOrderVoucher, type VoucherOrder, voucherSentAt, voucherUntil } from '#core/credit/voucherOrder';
import { minor } from '#core/money/minor';
import { expect } from 'chai';

const sold = { least: minor(20_00), most: minor(500_00), months: 24 };
const order = (over: Partial<VoucherOrder> = {}): VoucherOrder => ({
  to: { name: 'Maud', email: 'maud@example.com' },
  message: '',
  sendOn: null,
  months: null,
  ...over,
});
const paid = '2027-03-31T22:30:00Z' as Instant; // 23:30 of that day in Lisbon, where summer has begun

describe('the order of a voucher', () => {
  const rows: [amount: number, daysAhead: number, code: string | null, path?: string][] = [
    [20_00, 0, null],
    [500_00, 366, null],
    [19_99, 0, 'voucher_too_small', 'amount'],
    [500_01, 0, 'voucher_too_large', 'amount'],
    [50_00, -1, 'day_over', 'sendOn'],
    [50_00, 367, 'day_too_far', 'sendOn'],
  ];
  for (const [amount, daysAhead, code, path] of rows)
    it(`of ${amount} in ${daysAhead} days: ${code ?? 'fine'}`, () => {
      const may = mayOrderVoucher(sold, { amount: minor(amount), daysAhead });
      expect(may.ok ? [null, undefined] : [may.refusal.code, 'path' in may.refusal && may.refusal.path]).to.deep.equal([
        code,
        path,
      ]);
    });
  it('is none where none are sold', () =>
    expect(mayOrderVoucher(null, { amount: minor(50_00), daysAhead: 0 }).ok).to.equal(false));

  const sent: [why: string, about: Partial<VoucherOrder>, at: string][] = [
    ['at once', {}, paid],
    ['on its morning', { sendOn: '2027-04-02' as PlainDate }, '2027-04-02T08:00:00Z'],
    ['at once where its morning is over', { sendOn: '2027-03-31' as PlainDate }, paid],
    ['at once to whoever hands it over', { to: null, sendOn: '2027-04-02' as PlainDate }, paid],
  ];
  for (const [why, about, at] of sent)
    it(`goes out ${why}`, () => expect(voucherSentAt(order(about), paid, 'Europe/Lisbon')).to.equal(at));

  const good: [months: number | null, until: string | null][] = [
    [null, null],
    [1, '2027-04-30T22:59:00Z'],
    [24, '2029-03-31T22:59:00Z'],
    [11, '2028-02-29T23:59:00Z'],
  ];
  for (const [months, until] of good)
    it(`is good for ${months ?? 'all'} months: ${until ?? 'without an end'}`, () =>
      expect(voucherUntil(order({ months }), paid, 'Europe/Lisbon')).to.equal(until));
});
