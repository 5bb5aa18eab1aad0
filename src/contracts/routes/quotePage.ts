import type { AcceptQuote, ChooseOnQuote, SignQuote, WriteOnQuote } from '#contracts/quotes/quotes';
import type { QuotePageView } from '#contracts/quotes/views';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

/** An acceptance or a signature leads to a booking at once, or (`signing`) after others have signed too. */
export type Acceptance = { readonly state: 'accepted' | 'signing'; readonly number: string | null };

/** Why a booking cannot be made of what was agreed. */
export type BookingCode =
  | 'account_limit'
  | 'terms_do_not_add_up'
  | 'hold_has_no_length'
  | 'hold_margin_too_long'
  | 'place_taken'
  | 'nothing_to_pay';
/** Why a signature is not taken. */
export type SigningCode =
  | 'quote_over'
  | 'quote_expired'
  | 'signature_missing'
  | 'not_your_turn'
  | 'file_too_large'
  | 'file_kind'
  | 'file_unreadable';

export const acceptQuote = route<
  z.input<typeof AcceptQuote>,
  Acceptance,
  | BookingCode
  | SigningCode
  | 'extra_out_of_limits'
  | 'field_missing'
  | 'field_wrong'
  | 'link_unknown'
  | 'quote_changed'
  | 'sums_changed'
>('/api/client/quote/accept');

export const chooseOnQuote = route<
  z.input<typeof ChooseOnQuote>,
  null,
  'quote_over' | 'quote_expired' | 'link_unknown' | 'not_your_turn' | 'quote_changed' | 'extra_out_of_limits'
>('/api/client/quote/choose');

export const offerView = view<{ readonly link: string }, QuotePageView | { readonly goTo: string }>(
  '/api/client/quote/view/:link',
);

export const signQuote = route<
  z.input<typeof SignQuote>,
  Acceptance,
  BookingCode | SigningCode | 'link_unknown' | 'quote_changed'
>('/api/client/quote/sign');

export const writeOnQuote = route<
  z.input<typeof WriteOnQuote>,
  null,
  'quote_over' | 'quote_expired' | 'link_unknown' | 'not_your_turn' | 'text_missing' | 'too_many_questions'
>('/api/client/quote/write');
