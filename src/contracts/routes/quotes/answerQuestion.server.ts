import { AnswerQuestion } from '#contracts/quotes/quotes';
import { answerQuestion } from '#contracts/routes/quotes/answerQuestion';
import { served } from '#contracts/routes/served';

export const answerQuestionServed = served(answerQuestion, {
  in: AnswerQuestion,
  right: 'quotes:write',
});
