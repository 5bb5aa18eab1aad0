import { AnswerDispute, ConcedeDispute } from '#contracts/claims/after';
import { answerDispute, disputeView, disputesView, concedeDispute } from '#contracts/routes/disputes';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const answerDisputeServed = served(answerDispute, { in: AnswerDispute, right: 'money:give back' });

export const disputeViewServed = served(disputeView, {
  in: z.object({ id: z.string().min(1).max(64) }),
  right: 'bookings:see',
});

export const disputesViewServed = served(disputesView, { in: z.object({}), right: 'bookings:see' });

export const concedeDisputeServed = served(concedeDispute, { in: ConcedeDispute, right: 'money:give back' });
