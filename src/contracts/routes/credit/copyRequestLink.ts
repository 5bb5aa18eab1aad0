import type { OnRequest } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const copyRequestLink = route<z.input<typeof OnRequest>, { readonly url: string }>()(
  '/api/credit/copy-request-link',
  [
    'too_many_cards',
    'card_unknown',
    'attempt_changed',
    'request_not_found',
    'request_over',
    'request_paid',
    'account_not_found',
    'way_not_offered',
    'payment_under_way',
    'amount_too_small',
    'not_the_sum',
  ],
);
