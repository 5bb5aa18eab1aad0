import type { CancelBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { BookingCancellation } from '#core/bookings/cancellationOf';
import type { z } from 'zod';

export const cancelBooking = route<z.input<typeof CancelBooking>, BookingCancellation>()('/api/bookings/cancel', [
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'payment_under_way',
]);
