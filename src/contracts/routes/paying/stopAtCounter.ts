import type { StopAtCounter } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const stopAtCounter = route<z.input<typeof StopAtCounter>, { readonly stopped: boolean }>()(
  '/api/paying/stop-at-counter',
  ['booking_not_found'],
);
