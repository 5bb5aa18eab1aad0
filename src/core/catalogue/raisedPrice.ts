import type { Decimal } from '#core/money/decimal';
import { type Minor, minor, remainder } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';

/** A price after a rise or a cut by some per cent, rounded as every percentage is; never below nothing. */
export function raisedPrice(
  price: Minor,
  { percent, down }: { readonly percent: Decimal; readonly down: boolean },
): Minor {
  const by = minor(percentOf(price, percent));
  return down ? remainder(price, by) : minor(price + by);
}
