import styles from '#islands/payments/Pay.module.css';

type Use = 'payments' | 'hold' | null;
type Props = { readonly use: Use; readonly choose: (use: Use) => void };

const choices = [
  [null, 'For payments and the hold'],
  ['payments', 'For payments alone'],
  ['hold', 'For the hold alone'],
] as const;

/** What a card is kept for, where one is held on as well. */
export const KeptForChoice = ({ use, choose }: Props) => (
  <fieldset className={styles.choices}>
    <legend className="visually-hidden">What it is kept for</legend>
    {choices.map(([value, words]) => (
      <label key={words} className={styles.choice}>
        <input type="radio" name="use" checked={use === value} onChange={() => choose(value)} />
        <span>{words}</span>
      </label>
    ))}
  </fieldset>
);
