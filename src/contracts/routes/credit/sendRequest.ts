import type { OnRequest } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendRequest = route<z.input<typeof OnRequest>, { readonly sent: true }>()('/api/credit/send-request', [
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
]);
