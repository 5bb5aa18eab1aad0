import type { ChangeBooking } from '#contracts/bookings/change';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const changeBooking = route<
  z.input<typeof ChangeBooking>,
  { readonly told: boolean; readonly refunds: number }
>()('/api/bookings/change', [
  'terms_do_not_add_up',
  'hold_has_no_length',
  'hold_margin_too_long',
  'place_taken',
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'nothing_changed',
  'end_before_start',
  'payment_under_way',
  'booking_changed',
  'change_unusual',
  'date_out_of_reach',
]);
