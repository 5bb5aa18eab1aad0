import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { divideRounded } from '#core/money/rounding';

const hundred = 100n * decimalScale;

/** amount × percent ÷ 100, half away from zero, before any limit: it may be past what money can be. */
export function percentOf(amount: number, percent: Decimal): bigint {
  return divideRounded(BigInt(amount) * tenThousandths(percent), hundred);
}

/** As {@link percentOf}, but never more than the limit. */
export function percentUpTo(amount: number, percent: Decimal, limit: number): number {
  const part = percentOf(amount, percent);
  return part < BigInt(limit) ? Number(part) : limit;
}
