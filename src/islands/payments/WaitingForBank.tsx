import { abandon } from '#contracts/routes/clientPage';
import type { ClientView } from '#contracts/clientPage/views';
import { ConfirmWithBank } from '#islands/payments/ConfirmWithBank';
import { call } from '#islands/api';
import { useEffect, useState } from 'react';
import styles from '#islands/payments/Pay.module.css';

type Props = {
  readonly link: string;
  readonly waiting: NonNullable<ClientView['waiting']>;
  readonly reload: () => Promise<void>;
};

const lookMilliseconds = 3000;

/** The bank waits for the client: goes there, looks whether it is through, or gives up and pays in another way. */
export function WaitingForBank({ link, waiting, reload }: Props) {
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    const timer = setInterval(() => void reload(), lookMilliseconds);
    return () => clearInterval(timer);
  }, [reload]);
  const giveUp = async (): Promise<void> => {
    setBusy(true);
    await call(abandon, { link });
    await reload();
    setBusy(false);
  };
  const hold = waiting.what === 'hold';
  return (
    <section className={styles.box} aria-label="Your bank waits for you">
      <p className={styles.label}>Your bank waits for you</p>
      <p className={styles.lead}>
        {hold
          ? 'It wants you to confirm that a sum is set aside. Nothing is charged.'
          : 'It wants you to confirm the payment. Until then nothing is paid.'}
      </p>
      <ConfirmWithBank url={waiting.url} back={`/b/${link}`} />
      {!hold && (
        <button type="button" className={styles.quiet} disabled={busy} onClick={() => void giveUp()}>
          Use another card instead
        </button>
      )}
    </section>
  );
}
