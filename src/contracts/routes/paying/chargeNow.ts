import type { OnBooking } from '#contracts/bookings/owner';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const chargeNow = route<z.input<typeof OnBooking>, PayOutcome>()('/api/paying/charge', [
  'booking_not_found',
  'nothing_due',
  'message_is_off',
  'payment_under_way',
  'no_card',
  'not_agreed',
]);
