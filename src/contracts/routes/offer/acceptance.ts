/** What came of an acceptance or a signature; `signing`: others have to sign before it is a booking. */
export type Acceptance = { readonly state: 'accepted' | 'signing'; readonly number: string | null };

/** Why a booking cannot be made of what was agreed. */
export const bookingCodes = [
  'account_limit',
  'terms_do_not_add_up',
  'hold_has_no_length',
  'hold_margin_too_long',
  'place_taken',
  'nothing_to_pay',
] as const;
/** Why a signature is not taken. */
export const signingCodes = [
  'quote_over',
  'quote_expired',
  'signature_missing',
  'not_your_turn',
  'file_too_large',
  'file_kind',
  'file_unreadable',
] as const;
