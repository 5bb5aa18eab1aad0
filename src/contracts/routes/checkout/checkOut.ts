import type { CheckOut } from '#contracts/checkout/checkout';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const checkOut = route<z.input<typeof CheckOut>, { readonly key: string }>()('/api/client/checkout', [
  'account_limit',
  'terms_do_not_add_up',
  'hold_has_no_length',
  'hold_margin_too_long',
  'place_taken',
  'nothing_to_pay',
  'too_soon',
  'too_far',
  'not_a_time_of_it',
  'closed_then',
  'too_short',
  'too_long',
  'too_few',
  'too_many',
  'extra_out_of_limits',
  'service_not_open',
  'currencies_mixed',
  'agreement_not_accepted',
  'booking_stopped',
  'too_many_carts',
  'field_missing',
  'field_wrong',
  'phone_missing',
  'phone_wrong',
  'sums_changed',
  'too_many_letters',
  'work_wanted',
]);
