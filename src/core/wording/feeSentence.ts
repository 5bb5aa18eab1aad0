import type { FeeInput } from '#core/fee/fee';
import { tenThousandths } from '#core/money/decimal';
import { formatMoney, formatPercent } from '#core/money/formatMoney';

/** What paying by card costs besides, said where the price is: a cost that cannot always be avoided is no surprise. */
export function feeSentence({ percent, fixed }: Pick<FeeInput, 'percent' | 'fixed'>, currency: string): string {
  const parts = [
    ...(tenThousandths(percent) === 0n ? [] : [formatPercent(percent)]),
    ...(fixed > 0 ? [formatMoney(fixed, currency)] : []),
  ];
  return parts.length === 0 ? '' : `Paying by card costs ${parts.join(' and ')} more each time.`;
}
