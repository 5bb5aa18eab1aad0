import type { Standing } from '#core/booking/standing';
import { feeOn } from '#core/fee/feeOn';
import type { Minor } from '#core/money/minor';
import type { FeeCharged } from '#server/intents/request';

/** What a card is charged for a sum: with the fee, where the terms pass one on. */
export function withFee(
  { agreed }: Pick<Standing, 'agreed'>,
  tax: Minor,
  amount: Minor,
): { readonly amount: Minor; readonly fee: { readonly fee?: FeeCharged } } {
  const passedOn = feeOn({ terms: agreed.terms, total: agreed.total, tax, amount });
  if (!passedOn) return { amount, fee: {} };
  return { amount: passedOn.charge, fee: { fee: { amount: passedOn.fee, tax: passedOn.tax } } };
}
