import { type Minor, sum } from '#core/money/minor';

/** A decision gives back more than the owner's limit: who takes it is asked to show that first. */
export type ProofNeeded = { readonly code: 'proof_needed' };

/**
 * From which sum on a decision that gives money back wants to be shown who takes it; null where that was shown a moment
 * ago, or the owner wants no such question. In another currency than the limit's every refund is asked about.
 */
export type RefundLimit = { readonly from: Minor; readonly currency: string } | null;

/** Whether giving this back wants to be shown first who decides it. */
export function wantsProof(
  limit: RefundLimit,
  currency: string,
  refunds: readonly { readonly amount: Minor }[],
): boolean {
  const amount = sum(refunds.map((refund) => refund.amount));
  return limit !== null && amount > 0 && (currency !== limit.currency || amount >= limit.from);
}
