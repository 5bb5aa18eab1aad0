import type { AnswerQuestion } from '#contracts/quotes/quotes';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const answerQuestion = route<z.input<typeof AnswerQuestion>, null>()('/api/quotes/answer-question', [
  'quote_not_found',
  'quote_edited',
  'no_question',
]);
