import type { CheckOut, FreeQuery, OnCheckout, PayCheckout } from '#contracts/checkout/checkout';
import type { CheckoutView } from '#contracts/checkout/views';
import type { CreditOnCheckout, OrderVoucher, VoucherOnCheckout } from '#contracts/credit/credit';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { Used, UsingCode } from '#contracts/routes/credit';
import { route, view } from '#contracts/routes/route';
import type { FreeDay, FreeStart } from '#core/places/freeDays';
import type { z } from 'zod';

export const alive = route<z.input<typeof OnCheckout>, { readonly kept: boolean }>('/api/client/checkout/alive');

export const checkOut = route<
  z.input<typeof CheckOut>,
  { readonly key: string },
  | 'account_limit'
  | 'terms_do_not_add_up'
  | 'hold_has_no_length'
  | 'hold_margin_too_long'
  | 'place_taken'
  | 'nothing_to_pay'
  | 'too_soon'
  | 'too_far'
  | 'not_a_time_of_it'
  | 'closed_then'
  | 'too_short'
  | 'too_long'
  | 'too_few'
  | 'too_many'
  | 'extra_out_of_limits'
  | 'service_not_open'
  | 'currencies_mixed'
  | 'agreement_not_accepted'
  | 'booking_stopped'
  | 'too_many_carts'
  | 'field_missing'
  | 'field_wrong'
  | 'phone_missing'
  | 'phone_wrong'
  | 'sums_changed'
  | 'too_many_letters'
  | 'work_wanted'
>('/api/client/checkout');

export const checkoutView = view<{ readonly key: string }, CheckoutView>('/api/client/checkout/:key');

export const creditOnCheckout = route<z.input<typeof CreditOnCheckout>, Used, UsingCode | 'device_unknown'>(
  '/api/client/checkout/credit',
);

export const free = view<
  z.input<typeof FreeQuery>,
  { readonly days: readonly FreeDay[]; readonly ends: readonly FreeStart[] }
>('/api/client/free');

export const orderVoucher = route<
  z.input<typeof OrderVoucher>,
  { readonly link: string },
  | 'vouchers_not_sold'
  | 'voucher_too_small'
  | 'voucher_too_large'
  | 'day_over'
  | 'day_too_far'
  | 'way_not_offered'
  | 'too_many_carts'
>('/api/client/voucher');

export const payCheckout = route<
  z.input<typeof PayCheckout>,
  PayOutcome,
  | 'too_many_cards'
  | 'nothing_due'
  | 'position_changed'
  | 'card_unknown'
  | 'checkout_unknown'
  | 'place_gone'
  | 'attempt_changed'
  | 'tip_not_taken'
  | 'way_not_offered'
  | 'payment_under_way'
>('/api/client/checkout/pay');

export const voucherOnCheckout = route<z.input<typeof VoucherOnCheckout>, Used, UsingCode | 'too_many_tries'>(
  '/api/client/checkout/voucher',
);
