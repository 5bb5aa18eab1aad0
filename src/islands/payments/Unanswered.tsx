import type { Minor } from '#core/money/minor';
import { formatMoney } from '#core/money/formatMoney';
import { useEffect } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = {
  readonly amount: Minor;
  readonly currency: string;
  readonly reload: () => Promise<void>;
};

const lookMilliseconds = 2000;

/** A payment was sent, and nobody has said yet what came of it: the page looks until somebody has. */
export function Unanswered({ amount, currency, reload }: Props) {
  useEffect(() => {
    const timer = setInterval(() => void reload(), lookMilliseconds);
    return () => clearInterval(timer);
  }, [reload]);
  return (
    <section className={styles.box} aria-label="Your payment" role="status">
      <p className={styles.label}>Your payment of {formatMoney(amount, currency)} has been sent</p>
      <p className={styles.lead}>
        The answer has not come yet. Please do not pay again: this page shows the answer as soon as it is there.
      </p>
    </section>
  );
}
