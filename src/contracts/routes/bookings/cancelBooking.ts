import type { CancelBooking } from '#contracts/owner';
import { route } from '#contracts/routes/route';
import type { Cancellation } from '#core/cancellation/cancel';
import type { z } from 'zod';

export const cancelBooking = route<z.input<typeof CancelBooking>, Cancellation>()('/api/bookings/cancel', [
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'payment_under_way',
]);
