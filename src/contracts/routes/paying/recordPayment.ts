import type { RecordPayment } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const recordPayment = route<z.input<typeof RecordPayment>, { readonly received: Minor }>()(
  '/api/paying/record',
  ['booking_not_found', 'above_outstanding', 'payment_under_way'],
);
