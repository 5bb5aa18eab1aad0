import type { PayRequest } from '#contracts/credit/credit';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const payRequest = route<z.input<typeof PayRequest>, PayOutcome>()('/api/client/pay-request', [
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
  'tip_not_taken',
]);
