import type { AnswerDispute } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerDispute = route<z.input<typeof AnswerDispute>, null>()('/api/disputes/answer', [
  'dispute_unknown',
  'dispute_over',
  'answered_before',
  'too_late',
  'picture_unknown',
]);
