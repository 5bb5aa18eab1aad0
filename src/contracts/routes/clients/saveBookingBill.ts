import type { SaveBookingBill } from '#contracts/clients/clients';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const saveBookingBill = route<z.input<typeof SaveBookingBill>, null>()('/api/clients/booking-bill', [
  'booking_not_found',
  'tax_number_wrong',
]);
