import type { GiveCourtesy } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const giveCourtesy = route<z.input<typeof GiveCourtesy>, null>()('/api/closing/give-courtesy', [
  'booking_not_found',
  'proof_needed',
  'not_over_yet',
  'nothing_in_hand',
  'receipt_unknown',
  'above_in_hand',
  'payment_under_way',
  'courtesy_does_not_fit',
]);
