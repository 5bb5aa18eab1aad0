import type { ClientView } from '#contracts/clientPage/views';
import { formatAmount } from '#core/money/formatMoney';
import styles from '#islands/clientPage/ClientPage.module.css';

export const Steps = ({ steps, currency }: Pick<ClientView, 'steps' | 'currency'>) => (
  <ol className={styles.steps}>
    {steps.map((step, index) => (
      <li key={index}>
        <i className={step.mark === 'now' ? styles.dueNow : `m-${step.mark}`} />
        <div>
          <b>{step.when}</b>
          <p>{step.what}</p>
          {step.note && <p className={styles.small}>{step.note}</p>}
        </div>
        <b className="num">{formatAmount(step.amount, currency)}</b>
      </li>
    ))}
  </ol>
);
