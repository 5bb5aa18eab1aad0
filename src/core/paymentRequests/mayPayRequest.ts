import { least, type Minor, remainder } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';

export type MayNotPayRequest =
  | { readonly code: 'request_paid' }
  | { readonly code: 'not_the_sum' | 'amount_too_small'; readonly limit: Minor; readonly path: 'amount' }
  | { readonly code: 'tip_not_taken'; readonly path: 'tip' };

type Asked = {
  /** The sum asked for; null where the payer chooses one. */
  readonly amount: Minor | null;
  readonly smallest: Minor | null;
  /** Whether a tip may be added. */
  readonly tip: boolean;
};

/**
 * Whether this sum pays a request: what is left of the one that it asks for, a part of that from the smallest on where
 * parts are taken, or one that the payer chooses.
 */
export function mayPayRequest(
  { amount: asked, smallest, tip: tips }: Asked,
  { paid, amount, tip }: { readonly paid: Minor; readonly amount: Minor; readonly tip: Minor },
): Result<{ readonly amount: Minor }, MayNotPayRequest> {
  if (tip > 0 && !tips) return refuse({ code: 'tip_not_taken', path: 'tip' });
  if (asked === null) {
    if (paid > 0) return refuse({ code: 'request_paid' });
    if (smallest !== null && amount < smallest)
      return refuse({ code: 'amount_too_small', limit: smallest, path: 'amount' });
    return ok({ amount });
  }
  const left = remainder(asked, paid);
  if (left === 0) return refuse({ code: 'request_paid' });
  if (smallest === null ? amount !== left : amount > left)
    return refuse({ code: 'not_the_sum', limit: left, path: 'amount' });
  const from = smallest === null ? left : least(smallest, left);
  return amount < from ? refuse({ code: 'amount_too_small', limit: from, path: 'amount' }) : ok({ amount });
}
