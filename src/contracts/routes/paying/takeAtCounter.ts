import type { TakeAtCounter } from '#contracts/bookings/owner';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const takeAtCounter = route<z.input<typeof TakeAtCounter>, PayOutcome>()('/api/paying/take-at-counter', [
  'booking_not_found',
  'above_outstanding',
  'payment_under_way',
  'no_reader',
]);
