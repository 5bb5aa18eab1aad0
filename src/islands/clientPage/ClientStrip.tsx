import type { ClientView } from '#contracts/clientPage/views';
import { formatAmount } from '#core/money/formatMoney';
import styles from '#islands/clientPage/ClientPage.module.css';

/** The price to scale: paid, due now, to come. */
export function ClientStrip({ strip, currency }: Pick<ClientView, 'strip' | 'currency'>) {
  const said = strip.segments.map((part) => `${formatAmount(part.amount, currency)} ${part.name}`).join(', ');
  return (
    <div className={styles.strip} role="img" aria-label={said}>
      {strip.segments.map((part, index) => (
        <span
          key={index}
          className={part.state === 'due' ? styles.dueNow : `m-${part.state}`}
          style={{ flexGrow: part.amount }}
        />
      ))}
    </div>
  );
}
