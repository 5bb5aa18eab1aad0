import { AnswerDispute } from '#contracts/claims/after';
import { answerDispute } from '#contracts/routes/disputes/answerDispute';
import { served } from '#contracts/routes/served';

export const answerDisputeServed = served(answerDispute, { in: AnswerDispute, right: 'money:give back' });
