import { CreateRequest, SellVoucher } from '#contracts/credit/credit';
import { faultsOf } from '#islands/parts/contractForm';
import { expect } from 'chai';

const voucher = { requestKey: 'a-key-of-a-try', currency: 'EUR', method: 'cash', expiresAt: null };
const asked = {
  requestKey: 'a-key-of-a-try',
  clientName: 'Ines Sol',
  clientEmail: 'ines@example.com',
  note: 'A deposit for the dome',
  currency: 'EUR',
  expiresAt: null,
  send: true,
};
type Row = [why: string, contract: Parameters<typeof faultsOf>[0], sent: object, faults: Record<string, string>];
const rows: Row[] = [
  ['all of it is there', SellVoucher, { ...voucher, buyer: 'Hilde', amount: 50_00 }, {}],
  [
    'said where it was typed, each field once',
    SellVoucher,
    { ...voucher, buyer: ' ', amount: 0 },
    { buyer: 'a name is needed', sum: 'a sum above zero' },
  ],
  ['a name of 120 letters', SellVoucher, { ...voucher, buyer: 'x'.repeat(120), amount: 1 }, {}],
  ['and of one more', SellVoucher, { ...voucher, buyer: 'x'.repeat(121), amount: 1 }, { buyer: 'at most 120 letters' }],
  ['a request for just a sum', CreateRequest, { ...asked, amount: 5_00, smallest: null }, {}],
  [
    'an address that is none',
    CreateRequest,
    { ...asked, clientEmail: 'ines@example', amount: null, smallest: 0 },
    { email: 'an e-mail address, such as maud@example.com', sum: 'a sum above zero' },
  ],
];

describe('what a contract says of an owner’s form', () => {
  for (const [why, contract, sent, faults] of rows)
    it(why, () =>
      expect(
        faultsOf(contract, sent, { amount: 'sum', smallest: 'sum', clientEmail: 'email', clientName: 'name' }),
      ).to.deep.equal(faults),
    );
});
