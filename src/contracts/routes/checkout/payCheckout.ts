import type { PayCheckout } from '#contracts/checkout/checkout';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const payCheckout = route<z.input<typeof PayCheckout>, PayOutcome>()('/api/client/checkout/pay', [
  'too_many_cards',
  'nothing_due',
  'position_changed',
  'card_unknown',
  'checkout_unknown',
  'place_gone',
  'attempt_changed',
  'tip_not_taken',
  'way_not_offered',
  'payment_under_way',
]);
