import type { CancelBooking } from '#contracts/owner';
import { route } from '#contracts/routes/route';
import type { BookingCancellation } from '#core/booking/cancellationOf';
import type { z } from 'zod';

export const cancelBooking = route<z.input<typeof CancelBooking>, BookingCancellation>()('/api/bookings/cancel', [
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'payment_under_way',
]);
