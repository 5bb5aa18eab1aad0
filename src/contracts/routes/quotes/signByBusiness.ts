import type { SignByBusiness } from '#contracts/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const signByBusiness = route<
  z.input<typeof SignByBusiness>,
  { readonly state: 'accepted' | 'signing'; readonly number: string | null }
>()('/api/quotes/sign', [
  'account_limit',
  'terms_do_not_add_up',
  'hold_has_no_length',
  'hold_margin_too_long',
  'place_taken',
  'nothing_to_pay',
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
  'quote_over',
  'quote_expired',
  'extra_out_of_limits',
  'field_missing',
  'field_wrong',
  'signature_missing',
  'not_your_turn',
  'file_too_large',
  'file_kind',
  'file_unreadable',
  'link_unknown',
  'quote_changed',
  'sums_changed',
]);
