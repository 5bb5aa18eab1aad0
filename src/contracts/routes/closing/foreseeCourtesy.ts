import type { ForeseeCourtesy } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { Foreseen } from '#contracts/claims/afterViews';
import type { z } from 'zod';

export const foreseeCourtesy = route<z.input<typeof ForeseeCourtesy>, Foreseen>()('/api/closing/foresee-courtesy', [
  'booking_not_found',
  'not_over_yet',
  'nothing_in_hand',
  'receipt_unknown',
  'above_in_hand',
  'courtesy_does_not_fit',
]);
