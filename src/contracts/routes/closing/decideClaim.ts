import type { DecideClaim } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const decideClaim = route<z.input<typeof DecideClaim>, null>()('/api/closing/decide-claim', [
  'booking_not_found',
  'claim_unknown',
  'not_objected',
  'above_claim',
]);
