import type { OrderVoucher } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const orderVoucher = route<z.input<typeof OrderVoucher>, { readonly link: string }>()('/api/client/voucher', [
  'vouchers_not_sold',
  'voucher_too_small',
  'voucher_too_large',
  'day_over',
  'day_too_far',
  'way_not_offered',
  'too_many_carts',
]);
