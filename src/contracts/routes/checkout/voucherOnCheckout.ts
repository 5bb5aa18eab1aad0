import type { VoucherOnCheckout } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const voucherOnCheckout = route<
  z.input<typeof VoucherOnCheckout>,
  { readonly used: Minor; readonly left: Minor }
>()('/api/client/checkout/voucher', [
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
]);
