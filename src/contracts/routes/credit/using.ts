import type { Minor } from '#core/money/minor';

/** What a voucher or the client's credit has paid, and what is left of it. */
export type Used = { readonly used: Minor; readonly left: Minor };

/** Why nothing is paid by it. */
export const usingCodes = [
  'booking_not_found',
  'payment_under_way',
  'nothing_to_pay_with_it',
  'voucher_unknown',
  'voucher_of_trial',
  'voucher_of_another',
  'voucher_expired',
  'voucher_empty',
  'voucher_currency',
  'attempt_changed',
  'way_not_offered',
  'no_credit',
] as const;
