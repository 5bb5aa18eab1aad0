import type { InputHTMLAttributes } from 'react';
import styles from './Book.module.css';

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'value'> & {
  readonly label: string;
  readonly value: string;
  /** What is wrong with it; null while nothing is. */
  readonly wrong: string | null;
  readonly set: (value: string) => void;
};

/**
 * A line that is typed on a client's page, with what is wrong with it beneath. The booking page writes its own: a piece
 * more to fetch would be heavier there than what it saves.
 */
export const TextField = ({ label, wrong, set, ...more }: Props) => (
  <label className={styles.field}>
    {label}
    <input aria-invalid={wrong !== null} onChange={(event) => set(event.currentTarget.value)} {...more} />
    {wrong && <small role="alert">{wrong}</small>}
  </label>
);
