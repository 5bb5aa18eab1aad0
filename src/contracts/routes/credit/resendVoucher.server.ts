import { ResendVoucher } from '#contracts/credit/credit';
import { resendVoucher } from '#contracts/routes/credit/resendVoucher';
import { served } from '#contracts/routes/served';

export const resendVoucherServed = served(resendVoucher, { in: ResendVoucher, right: 'credit:write' });
