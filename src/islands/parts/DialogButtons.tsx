import type { ReactNode } from 'react';
import styles from './DialogButtons.module.css';

/** What a dialog can do, at its lower edge: in view however much stands above it. */
export const DialogButtons = ({ children }: { readonly children: ReactNode }) => (
  <div className={styles.buttons}>{children}</div>
);
