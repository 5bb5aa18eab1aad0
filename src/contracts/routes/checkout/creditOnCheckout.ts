import type { CreditOnCheckout } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const creditOnCheckout = route<
  z.input<typeof CreditOnCheckout>,
  { readonly used: Minor; readonly left: Minor }
>()('/api/client/checkout/credit', [
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
]);
