import { mayPayRequest } from '#core/paymentRequests/mayPayRequest';
import { minor, zero } from '#core/money/minor';
import { expect } from 'chai';

describe('whether a sum pays a request', () => {
  const asked = (amount: number | null, smallest: number | null, tip = false) => ({
    amount: amount === null ? null : minor(amount),
    smallest: smallest === null ? null : minor(smallest),
    tip,
  });
  const fixed = asked(80_00, null);
  const open = asked(null, 10_00);
  const parts = asked(80_00, 20_00, true);
  type Row = [
    why: string,
    request: ReturnType<typeof asked>,
    paid: number,
    amount: number,
    tip: number,
    refused: string | null,
    limit?: number,
  ];
  const rows: Row[] = [
    ['just the sum', fixed, 0, 80_00, 0, null],
    ['a cent more', fixed, 0, 80_01, 0, 'not_the_sum', 80_00],
    ['a cent less', fixed, 0, 79_99, 0, 'not_the_sum', 80_00],
    ['what is left of it', fixed, 1, 79_99, 0, null],
    ['all of it again', fixed, 1, 80_00, 0, 'not_the_sum', 79_99],
    ['paid before', fixed, 80_00, 80_00, 0, 'request_paid'],
    ['a tip that was not asked for', fixed, 0, 80_00, 1, 'tip_not_taken'],
    ['the smallest', open, 0, 10_00, 0, null],
    ['below the smallest', open, 0, 9_99, 0, 'amount_too_small', 10_00],
    ['a chosen sum twice', open, 10_00, 10_00, 0, 'request_paid'],
    ['a first part', parts, 0, 20_00, 0, null],
    ['a part with a tip', parts, 0, 20_00, 5_00, null],
    ['a part too small', parts, 0, 19_99, 0, 'amount_too_small', 20_00],
    ['more than is left', parts, 60_00, 20_01, 0, 'not_the_sum', 20_00],
    ['a rest below the smallest', parts, 70_00, 10_00, 0, null],
    ['a part of that rest', parts, 70_00, 9_99, 0, 'amount_too_small', 10_00],
    ['all has come', parts, 80_00, 20_00, 0, 'request_paid'],
  ];
  for (const [why, request, paid, amount, tip, refused, limit] of rows)
    it(why, () => {
      const may = mayPayRequest(request, { paid: minor(paid), amount: minor(amount), tip: tip ? minor(tip) : zero });
      expect(may.ok ? null : may.refusal.code).to.equal(refused);
      if (limit !== undefined) expect(may).to.have.nested.property('refusal.limit', limit);
    });
});
