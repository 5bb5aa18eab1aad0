import type { CloseOutBooking } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const closeOut = route<z.input<typeof CloseOutBooking>, { readonly closed: true }>()('/api/closing/close-out', [
  'booking_not_found',
  'proof_needed',
  'not_to_close_out',
  'no_consent_for_balance',
  'claim_not_decided',
  'client_is_heard_first',
]);
