import { useReady } from '#islands/parts/useReady';
import styles from '#islands/payments/Pay.module.css';

type Props = {
  readonly children: string;
  readonly press: () => void;
  readonly busy?: boolean | undefined;
  /** What went wrong with the last press, said above the button. */
  readonly problem?: string | null | undefined;
};

/** The one thing to do on a client's page: heard as soon as the page listens, and pressed once at a time. */
export function MainButton({ children, press, busy = false, problem = null }: Props) {
  const ready = useReady();
  return (
    <>
      {problem && (
        <p className={styles.declined} role="alert">
          {problem}
        </p>
      )}
      <button type="button" className={styles.button} onClick={press} aria-busy={busy} disabled={busy || !ready}>
        {busy ? 'One moment…' : children}
      </button>
    </>
  );
}
