import type { OnBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const acceptGap = route<z.input<typeof OnBooking>, { readonly accepted: true }>()('/api/bookings/accept-gap', [
  'booking_not_found',
  'no_gap',
]);
