import { formatMoney } from '#core/money/formatMoney';
import { least, type Minor } from '#core/money/minor';
import { type UseAnswer, useProblem } from '#islands/payments/Voucher';
import { newKey } from '#islands/api';
import { useRef, useState } from 'react';
import styles from '#islands/clientPage/Own.module.css';
import pay from '#islands/payments/Pay.module.css';

type Props = {
  readonly send: (attempt: string) => Promise<UseAnswer>;
  readonly credit: Minor;
  readonly outstanding: Minor;
  readonly currency: string;
  readonly reload: () => Promise<void>;
};

/** What waits as the client's credit, used for this booking with one press. */
export function OwnCredit({ send, credit, outstanding, currency, reload }: Props) {
  const attempt = useRef(newKey());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const use = async (): Promise<void> => {
    setBusy(true);
    const answer = await send(attempt.current);
    if (answer.ok) attempt.current = newKey();
    setProblem(answer.ok ? null : useProblem(answer.problem, currency));
    await reload();
    setBusy(false);
  };
  return (
    <>
      <button type="button" className={styles.plain} disabled={busy} onClick={() => void use()}>
        Use {formatMoney(least(credit, outstanding), currency)} of your credit
      </button>
      {problem && (
        <p className={pay.declined} role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
