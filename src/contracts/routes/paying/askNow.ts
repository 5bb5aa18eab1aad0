import type { OnBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { Occasion } from '#core/jobs/wantedErrands';
import type { z } from 'zod';

export const askNow = route<z.input<typeof OnBooking>, { readonly subject: Occasion; readonly messageId: string }>()(
  '/api/paying/ask',
  ['booking_not_found', 'nothing_due', 'message_is_off'],
);
