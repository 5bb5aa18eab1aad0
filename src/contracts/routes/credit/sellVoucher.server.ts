import { SellVoucher } from '#contracts/credit/credit';
import { sellVoucher } from '#contracts/routes/credit/sellVoucher';
import { served } from '#contracts/routes/served';

export const sellVoucherServed = served(sellVoucher, {
  in: SellVoucher,
  right: 'credit:write',
});
