import { formatMoney } from '#core/money/formatMoney';
import { least, type Minor } from '#core/money/minor';
import { voucherProblem } from '#islands/ClientPage/Voucher';
import { newKey, post } from '#islands/api';
import { useRef, useState } from 'react';
import styles from './ClientPage.module.css';

type Props = {
  /** Where it is used, and on what. */
  readonly path: string;
  readonly about: object;
  readonly credit: Minor;
  readonly outstanding: Minor;
  readonly currency: string;
  readonly reload: () => Promise<void>;
};

/** What waits as the client's credit, used for this booking with one press. */
export function OwnCredit({ path, about, credit, outstanding, currency, reload }: Props) {
  const attempt = useRef(newKey());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const use = async (): Promise<void> => {
    setBusy(true);
    const answer = await post(path, { ...about, attempt: attempt.current });
    if (answer.ok) attempt.current = newKey();
    setProblem(answer.ok ? null : voucherProblem(answer.problem));
    await reload();
    setBusy(false);
  };
  return (
    <>
      <button type="button" className={styles.plain} disabled={busy} onClick={() => void use()}>
        Use {formatMoney(least(credit, outstanding), currency)} of your credit
      </button>
      {problem && (
        <p className={styles.declined} role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
