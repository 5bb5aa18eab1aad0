import type { PayByClient } from '#contracts/client';
import type { PayOutcome } from '#contracts/payOutcome';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const pay = route<z.input<typeof PayByClient>, PayOutcome>()('/api/client/pay', [
  'booking_not_found',
  'too_many_cards',
  'link_unknown',
  'link_expired',
  'booking_over',
  'nothing_due',
  'position_changed',
  'card_unknown',
  'attempt_changed',
  'tip_not_taken',
  'way_not_offered',
  'payment_under_way',
  'amount_too_small',
  'above_outstanding',
  'device_unknown',
]);
