import type { UseOnBooking } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const useOnBooking = route<z.input<typeof UseOnBooking>, { readonly used: Minor; readonly left: Minor }>()(
  '/api/credit/use-on-booking',
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
  ],
);
