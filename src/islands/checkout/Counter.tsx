import styles from './Book.module.css';

type Props = {
  readonly label: string;
  readonly note?: string | undefined;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly set: (value: number) => void;
};

/** How many: one less, one more, never out of its limits. */
export const Counter = ({ label, note, value, least, most, set }: Props) => (
  <div className={styles.counter} role="group" aria-label={label}>
    <span>
      {label}
      {note && <small>{note}</small>}
    </span>
    <button type="button" aria-label={`One less of ${label}`} disabled={value <= least} onClick={() => set(value - 1)}>
      −
    </button>
    <output className="num" aria-live="polite">
      {value}
    </output>
    <button type="button" aria-label={`One more of ${label}`} disabled={value >= most} onClick={() => set(value + 1)}>
      +
    </button>
  </div>
);
