import { confirm as confirmRoute } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { payProblem } from '#islands/payments/payProblem';
import { MainButton } from '#islands/payments/MainButton';
import { call, type ProblemOf } from '#islands/api';
import { useState } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = { readonly link: string; readonly view: ClientView; readonly reload: () => Promise<void> };

/** The yes that a booking waits for. Nothing is charged by it. */
export function SayYes({ link, view, reload }: Props) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemOf<typeof confirmRoute> | null>(null);
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
      <MainButton busy={busy} problem={problem && payProblem(problem, view.currency)} press={() => void confirm()}>
        Yes, book it for me
      </MainButton>
    </section>
  );
}
