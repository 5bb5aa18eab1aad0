import type { CreateBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const createBooking = route<z.input<typeof CreateBooking>, { readonly id: string; readonly number: string }>()(
  '/api/bookings/create',
  [
    'account_limit',
    'terms_do_not_add_up',
    'hold_has_no_length',
    'hold_margin_too_long',
    'place_taken',
    'nothing_to_pay',
    'service_not_found',
    'terms_not_found',
    'tax_not_found',
    'date_out_of_reach',
  ],
);
