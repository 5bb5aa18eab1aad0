import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { ProcessorAnswer } from '#core/payments/answer';

export const outcomeOf = (answer: ProcessorAnswer): PayOutcome => {
  if (answer.outcome === 'approved') return { state: 'paid' };
  if (answer.outcome === 'pending') return { state: 'onTheWay', settles: answer.settles };
  return answer.outcome === 'confirm'
    ? { state: 'confirm', url: answer.url }
    : { state: 'declined', code: answer.code };
};
