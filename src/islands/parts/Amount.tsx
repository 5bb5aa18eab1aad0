import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';

type Props = {
  readonly amount: Minor;
  readonly currency: string;
  /** Where it differs, the currency is said; base: the business's own, which is not. */
  readonly home?: string;
  readonly className?: string;
};

/** A sum with its currency's digits, tabular. */
export const Amount = ({ amount, currency, home, className = '' }: Props) => (
  <span className={`num ${className}`}>
    {formatAmount(amount, currency)}
    {home !== undefined && home !== currency && <small> {currency}</small>}
  </span>
);
