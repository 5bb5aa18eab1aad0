import type { Minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';

export type MayNotPayRequest =
  | { readonly code: 'request_paid' }
  | { readonly code: 'not_the_sum' | 'amount_too_small'; readonly limit: Minor; readonly path: 'amount' };

/** Whether this sum pays a request: the one that it asks for, or one that the payer chooses above the smallest. */
export function mayPayRequest(
  { amount: asked, smallest }: { readonly amount: Minor | null; readonly smallest: Minor | null },
  { paid, amount }: { readonly paid: number; readonly amount: Minor },
): Result<{ readonly amount: Minor }, MayNotPayRequest> {
  if (paid > 0) return refuse({ code: 'request_paid' });
  if (asked !== null && amount !== asked) return refuse({ code: 'not_the_sum', limit: asked, path: 'amount' });
  if (smallest !== null && amount < smallest)
    return refuse({ code: 'amount_too_small', limit: smallest, path: 'amount' });
  return ok({ amount });
}
