import type { ResendVoucher } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const resendVoucher = route<z.input<typeof ResendVoucher>, null>()('/api/credit/resend-voucher', [
  'voucher_unknown',
]);
