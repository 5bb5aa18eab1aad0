import type { Standing } from '#core/booking/standing';
import { feeOn } from '#core/fee/feeOn';
import type { Minor } from '#core/money/minor';
import type { FeeCharged } from '#server/intents/request';

/** What is charged for a sum: with the fee, where the terms pass a card's on. */
export function withFee(
  { agreed }: Pick<Standing, 'agreed'>,
  tax: Minor,
  amount: Minor,
  way: 'card' | 'debit' = 'card',
): { readonly amount: Minor; readonly fee: { readonly fee?: FeeCharged } } {
  if (way === 'debit') return { amount, fee: {} };
  const passedOn = feeOn({ terms: agreed.terms, total: agreed.total, tax, amount });
  if (!passedOn) return { amount, fee: {} };
  return { amount: passedOn.charge, fee: { fee: { amount: passedOn.fee, tax: passedOn.tax } } };
}
