import type { OnClaims } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const askForClaims = route<z.input<typeof OnClaims>, null>()('/api/closing/ask-for-claims', [
  'booking_not_found',
  'not_closed',
  'claim_not_decided',
]);
