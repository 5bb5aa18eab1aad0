import type { StopBooking } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const stopBooking = route<z.input<typeof StopBooking>, { readonly stopped: boolean }>()(
  '/api/business/stop-booking',
);
