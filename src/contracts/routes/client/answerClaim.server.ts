import { AnswerClaim } from '#contracts/claims/after';
import { answerClaim } from '#contracts/routes/client/answerClaim';
import { served } from '#contracts/routes/served';

export const answerClaimServed = served(answerClaim, { in: AnswerClaim, right: 'client' });
