import { AnswerAsk } from '#contracts/bookings/owner';
import { answerAsk } from '#contracts/routes/bookings/answerAsk';
import { served } from '#contracts/routes/served';

export const answerAskServed = served(answerAsk, {
  in: AnswerAsk,
  right: 'bookings:change',
});
