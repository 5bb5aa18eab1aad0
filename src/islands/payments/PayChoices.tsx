import type { ClientView } from '#contracts/clientPage/views';
import { formatAmount, formatMoney, formatPercent } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import styles from '#islands/payments/Pay.module.css';

export type PayChoice = { readonly which: 'due' | 'all' | 'other'; readonly typed: string };

export const firstChoice = ({ choices, dueNow, currency }: ClientView): PayChoice => ({
  which: choices.all && choices.preset === 'all' ? 'all' : 'due',
  typed: formatAmount(dueNow, currency),
});

/** The sum that is chosen; null where another one is half typed or out of its limits. */
export function chosenSum(
  { which, typed }: PayChoice,
  view: Pick<ClientView, 'choices' | 'dueNow' | 'outstanding' | 'currency'>,
): { readonly amount: Minor | null; readonly everything: boolean } {
  const { choices, dueNow, outstanding, currency } = view;
  if (which === 'all' && choices.all) return { amount: choices.all.amount, everything: choices.all.discount !== null };
  if (which !== 'other' || choices.smallest === null) return { amount: dueNow, everything: false };
  const amount = parseAmount(typed, currency);
  const fits = amount !== null && amount >= choices.smallest && amount <= outstanding;
  return { amount: fits ? amount : null, everything: false };
}

type Props = { readonly view: ClientView; readonly choice: PayChoice; readonly choose: (choice: PayChoice) => void };

/** What may be paid now, where there is a choice: what is due, everything, another sum. */
export function PayChoices({ view, choice, choose }: Props) {
  const { choices, dueNow, outstanding, currency } = view;
  const { all, smallest } = choices;
  if (!all && smallest === null) return null;
  const wrong = choice.which === 'other' && chosenSum(choice, view).amount === null;
  const radio = (which: PayChoice['which'], label: React.ReactNode) => (
    <label className={styles.choice}>
      <input type="radio" name="sum" checked={choice.which === which} onChange={() => choose({ ...choice, which })} />
      <span>{label}</span>
    </label>
  );
  return (
    <fieldset className={styles.choices}>
      <legend className="visually-hidden">How much to pay now</legend>
      {radio(
        'due',
        <>
          {view.early ? `The ${view.early.name}` : 'What is due now'}, {formatMoney(dueNow, currency)}
        </>,
      )}
      {all &&
        radio(
          'all',
          <>
            Everything, {formatMoney(all.amount, currency)}
            {all.discount && <b> with {formatPercent(all.discount)} off</b>}
          </>,
        )}
      {smallest !== null && radio('other', 'Another sum')}
      {choice.which === 'other' && smallest !== null && (
        <div>
          <input
            className={styles.sumField}
            inputMode="decimal"
            aria-label={`Sum in ${currency}`}
            aria-invalid={wrong}
            value={choice.typed}
            onChange={(event) => choose({ ...choice, typed: event.currentTarget.value })}
          />
          <p className={wrong ? styles.declined : styles.limits}>
            from {formatMoney(smallest, currency)} to {formatMoney(outstanding, currency)}
          </p>
        </div>
      )}
    </fieldset>
  );
}
