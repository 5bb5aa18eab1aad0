import type { ReactNode } from 'react';
import styles from './DialogButtons.module.css';

type Props = {
  readonly children: ReactNode;
  /** What cannot be taken back says so, before it is done. */
  readonly final?: boolean;
};

/** What a dialog can do, at its lower edge: in view however much stands above it. */
export const DialogButtons = ({ children, final = false }: Props) => (
  <div className={styles.buttons}>
    {final && <span className={styles.final}>This cannot be undone.</span>}
    {children}
  </div>
);
