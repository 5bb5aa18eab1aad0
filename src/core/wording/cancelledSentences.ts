import type { Cancellation } from '#core/cancellation/cancel';
import type { Minor } from '#core/money/minor';

type Figures = Pick<Cancellation, 'keep' | 'refund' | 'owed'>;
type Sum = (amount: Minor) => string;

/** What a cancellation has done to the money. */
export const cancelledSentences = ({ keep, refund, owed }: Figures, sum: Sum): string[] => [
  ...(keep > 0 ? [`${sum(keep)} is kept, as the terms say.`] : []),
  ...(refund > 0 ? [`${sum(refund)} goes back to you.`] : []),
  ...(owed > 0 ? [`${sum(owed)} is still owed.`] : []),
];

/** What it would do if it were asked for now. */
export const ifCancelledSentences = ({ keep, refund, owed }: Figures, sum: Sum): string[] => [
  keep > 0 ? `If you cancel now, ${sum(keep)} is kept.` : 'If you cancel now, nothing is kept.',
  ...(refund > 0 ? [`${sum(refund)} goes back to you.`] : []),
  ...(owed > 0 ? [`${sum(owed)} of it is still to be paid.`] : []),
];
