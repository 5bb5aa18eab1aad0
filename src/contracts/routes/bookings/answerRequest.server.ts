import { AnswerRequest } from '#contracts/bookings/owner';
import { answerRequest } from '#contracts/routes/bookings/answerRequest';
import { served } from '#contracts/routes/served';

export const answerRequestServed = served(answerRequest, {
  in: AnswerRequest,
  right: 'bookings:make',
});
