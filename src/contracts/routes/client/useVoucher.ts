import type { UseVoucher } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const useVoucher = route<z.input<typeof UseVoucher>, { readonly used: Minor; readonly left: Minor }>()(
  '/api/client/use-voucher',
  [
    'booking_not_found',
    'link_unknown',
    'link_expired',
    'payment_under_way',
    'nothing_to_pay_with_it',
    'voucher_unknown',
    'voucher_expired',
    'voucher_empty',
    'voucher_currency',
    'attempt_changed',
    'way_not_offered',
    'no_credit',
    'device_unknown',
    'too_many_tries',
  ],
);
