import type { ResendVoucher, SellVoucher, UseOnBooking } from '#contracts/credit/credit';
import type { CreditView } from '#contracts/credit/views';
import type { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';
import { route, view } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const creditView = view<object, CreditView>('/api/credit');

export const resendVoucher = route<z.input<typeof ResendVoucher>, null, 'voucher_unknown'>(
  '/api/credit/resend-voucher',
);

export const saveAccountLimit = route<z.input<typeof SaveAccountLimit>, null, 'client_not_found'>(
  '/api/credit/save-account-limit',
);

export const sellVoucher = route<
  z.input<typeof SellVoucher>,
  { readonly code: string | null; readonly ending: string },
  'service_not_found' | 'voucher_not_of_one_tax'
>('/api/credit/sell-voucher');

/** The sum that a voucher or the client's credit has paid, and the rest of it. */
export type Used = { readonly used: Minor; readonly left: Minor };

/** Why nothing is paid by it. */
export type UsingCode =
  | 'booking_not_found'
  | 'payment_under_way'
  | 'nothing_to_pay_with_it'
  | 'voucher_unknown'
  | 'voucher_of_trial'
  | 'voucher_of_another'
  | 'voucher_expired'
  | 'voucher_empty'
  | 'voucher_currency'
  | 'attempt_changed'
  | 'way_not_offered'
  | 'no_credit';

export const useOnBooking = route<z.input<typeof UseOnBooking>, Used, UsingCode>('/api/credit/use-on-booking');
