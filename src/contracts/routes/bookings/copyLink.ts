import type { OnBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const copyLink = route<z.input<typeof OnBooking>, { readonly url: string }>()('/api/bookings/copy-link', [
  'booking_not_found',
]);
