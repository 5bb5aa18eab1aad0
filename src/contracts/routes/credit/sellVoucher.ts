import type { SellVoucher } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sellVoucher = route<
  z.input<typeof SellVoucher>,
  { readonly code: string | null; readonly ending: string }
>()('/api/credit/sell-voucher', ['service_not_found', 'voucher_not_of_one_tax']);
