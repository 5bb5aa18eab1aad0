import type { AnswerClaim } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerClaim = route<z.input<typeof AnswerClaim>, null>()('/api/client/answer-claim', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'device_unknown',
  'claim_unknown',
  'claim_settled',
  'claim_changed',
  'answered_before',
]);
