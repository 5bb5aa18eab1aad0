import type { OnClaim } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const withdrawClaim = route<z.input<typeof OnClaim>, null>()('/api/closing/withdraw-claim', [
  'booking_not_found',
  'claim_unknown',
  'claim_settled',
]);
