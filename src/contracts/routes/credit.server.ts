import { ResendVoucher, SellVoucher, UseOnBooking } from '#contracts/credit/credit';
import { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';
import { creditView, resendVoucher, saveAccountLimit, sellVoucher, useOnBooking } from '#contracts/routes/credit';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const creditViewServed = served(creditView, { in: z.object({}), right: 'credit:see' });

export const resendVoucherServed = served(resendVoucher, { in: ResendVoucher, right: 'credit:write' });

export const saveAccountLimitServed = served(saveAccountLimit, {
  in: SaveAccountLimit,
  right: 'credit:write',
});

export const sellVoucherServed = served(sellVoucher, {
  in: SellVoucher,
  right: 'credit:write',
});

export const useOnBookingServed = served(useOnBooking, {
  in: UseOnBooking,
  right: 'credit:write',
});
