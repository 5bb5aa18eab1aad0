import type { UseVoucher } from '#contracts/credit/credit';
import { type Used, usingCodes } from '#contracts/routes/credit/using';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const useVoucher = route<z.input<typeof UseVoucher>, Used>()('/api/client/use-voucher', [
  ...usingCodes,
  'link_unknown',
  'link_expired',
  'device_unknown',
  'too_many_tries',
]);
