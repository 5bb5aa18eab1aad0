import type { Agreed } from '#core/bookings/agreed';
import { type Decimal, tenThousandths } from '#core/money/decimal';
import type { Cost } from '#core/fee/fee';
import { least } from '#core/money/minor';
import type { FeeTerms } from '#core/terms/terms';

const lower = (a: Decimal, b: Decimal): Decimal => (tenThousandths(a) <= tenThousandths(b) ? a : b);

/** What of each is the least: a fee that is no more than this is at most what any of them takes. */
export const leastCost = (costs: readonly Cost[]): Cost | null =>
  costs.reduce<Cost | null>(
    (all, { percent, fixed }) =>
      all ? { percent: lower(all.percent, percent), fixed: least(all.fixed, fixed) } : { percent, fixed },
    null,
  );

/** A fee passed on is at most what the payment costs; where that is not known, it is what the terms say. */
export const cappedFee = (fee: FeeTerms, cost: Cost | null): FeeTerms =>
  cost ? { ...fee, percent: lower(fee.percent, cost.percent), fixed: least(fee.fixed, cost.fixed) } : fee;

/** The same booking with the fee that a payment through this processor passes on. */
export function atCost<Current extends { readonly agreed: Agreed }>(current: Current, cost: Cost | null): Current {
  const { fee } = current.agreed.terms;
  if (!fee) return current;
  return { ...current, agreed: { ...current.agreed, terms: { ...current.agreed.terms, fee: cappedFee(fee, cost) } } };
}
