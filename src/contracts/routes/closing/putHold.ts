import type { PutHold } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { z } from 'zod';

export const putHold = route<z.input<typeof PutHold>, PayOutcome>()('/api/closing/put-hold', [
  'booking_not_found',
  'booking_over',
  'not_secured_yet',
  'day_passed',
  'no_card',
  'payment_under_way',
  'no_reader',
  'hold_unchanged',
]);
