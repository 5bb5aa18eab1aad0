import type { Decimal } from '#core/money/decimal';
import { least, type Minor } from '#core/money/minor';
import { percentUpTo } from '#core/money/percentOf';

/** What stays with the business: a percentage of the total, a sum, or what is in hand. */
export type Keep = { readonly percent: Decimal } | { readonly fixed: Minor } | { readonly received: true };

/** The sum that a keep means, at most the total. */
export function keptAmount(keep: Keep, total: Minor, inHand: Minor): Minor {
  if ('percent' in keep) return percentUpTo(total, keep.percent, total) as Minor;
  return least('fixed' in keep ? keep.fixed : inHand, total);
}
