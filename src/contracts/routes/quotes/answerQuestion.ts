import type { AnswerQuestion } from '#contracts/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerQuestion = route<z.input<typeof AnswerQuestion>, null>()('/api/quotes/answer-question', [
  'quote_not_found',
  'quote_edited',
  'quote_has_gaps',
  'quote_over',
  'no_question',
]);
