import { confirm as confirmRoute } from '#contracts/routes/client/confirm';
import type { ClientView } from '#contracts/clientViews';
import { payProblem } from '#islands/ClientPage/payProblem';
import { useReady } from '#islands/parts/useReady';
import { call, type ProblemOf } from '#islands/api';
import { useState } from 'react';
import styles from './ClientPage.module.css';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** The yes that a booking waits for. Nothing is charged by it. */
export function SayYes({ link, view, reload }: Props) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemOf<typeof confirmRoute> | null>(null);
  const ready = useReady();
  const confirm = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await call(confirmRoute, { link });
    if (!answer.ok) setProblem(answer.problem);
    await reload();
    setBusy(false);
  };
  return (
    <section className={styles.box} aria-label="Confirm">
      <p className={styles.label}>Do you want this booking?</p>
      <p className={styles.lead}>
        The place is kept for you until {view.awaited?.until}. Nothing is charged by saying yes.
      </p>
      {problem && (
        <p className={styles.declined} role="alert">
          {payProblem(problem, view.currency)}
        </p>
      )}
      <button
        type="button"
        className={styles.button}
        disabled={busy || !ready}
        aria-busy={busy}
        onClick={() => void confirm()}
      >
        Yes, book it for me
      </button>
    </section>
  );
}
