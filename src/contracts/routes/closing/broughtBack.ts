import type { BroughtBack } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const broughtBack = route<z.input<typeof BroughtBack>, null>()('/api/closing/brought-back', [
  'booking_not_found',
  'not_begun',
  'in_future',
  'booking_over',
]);
