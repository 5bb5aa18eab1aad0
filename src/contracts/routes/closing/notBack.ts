import type { OnlyBooking } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const notBack = route<z.input<typeof OnlyBooking>, null>()('/api/closing/not-back', [
  'booking_not_found',
  'not_over_yet',
  'booking_over',
]);
