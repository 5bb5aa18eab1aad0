import type { VoucherOnCheckout } from '#contracts/credit/credit';
import { type Used, usingCodes } from '#contracts/routes/credit/using';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const voucherOnCheckout = route<z.input<typeof VoucherOnCheckout>, Used>()('/api/client/checkout/voucher', [
  ...usingCodes,
  'too_many_tries',
]);
