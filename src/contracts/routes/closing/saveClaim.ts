import type { SaveClaim } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { Instant } from '#core/calendar/instant';
import type { z } from 'zod';

export const saveClaim = route<
  z.input<typeof SaveClaim>,
  { readonly claimId: string; readonly answerBy: Instant | null }
>()('/api/closing/save-claim', [
  'booking_not_found',
  'not_begun',
  'claim_unknown',
  'claim_settled',
  'above_most',
  'picture_unknown',
  'too_many_claims',
]);
