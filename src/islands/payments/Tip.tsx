import type { Decimal } from '#core/money/decimal';
import { formatAmount } from '#core/money/formatMoney';
import { minor, type Minor, zero } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import page from '#islands/payments/Pay.module.css';

type TipProps = {
  readonly base: Minor;
  readonly currency: string;
  readonly typed: string;
  readonly wrong: boolean;
  readonly set: (typed: string) => void;
};

/** A tip is the client's own idea: none is chosen before they choose. */
export const Tip = ({ base, currency, typed, wrong, set }: TipProps) => (
  <div className={page.tip}>
    <label className={page.consent}>
      A tip for those who do the work{' '}
      <input
        className={page.sumField}
        inputMode="decimal"
        placeholder={formatAmount(zero, currency)}
        aria-invalid={wrong}
        value={typed}
        onChange={(event) => set(event.currentTarget.value)}
      />
    </label>{' '}
    {(['5', '10'] as const).map((percent) => {
      const amount = minor(percentOf(base, percent as Decimal));
      return (
        <button
          key={percent}
          type="button"
          className={page.quickSum}
          onClick={() => set(formatAmount(amount, currency))}
        >
          {formatAmount(amount, currency)}
        </button>
      );
    })}
    {wrong && (
      <small role="alert" className={page.declined}>
        This is not a sum.
      </small>
    )}
  </div>
);
