import type { CalendarEntry } from '#contracts/places/timeViews';
import { formatAmount } from '#core/money/formatMoney';
import { stageWords } from '#islands/format/stageWords';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import styles from './PaidMark.module.css';

type Props = { readonly entry: CalendarEntry; readonly strip?: boolean };

/** Is it paid: the mark and the word that one looks for in a calendar, and the strip where there is room. */
export function PaidMark({ entry, strip = false }: Props) {
  const { late, dueNow, outstanding, currency, stage } = entry;
  const over = stage === 'cancelled' || stage === 'lapsed';
  const [mark, said] = over
    ? ['m-back', stageWords[stage].toLowerCase()]
    : late > 0
      ? ['m-late', `${formatAmount(late, currency)} late`]
      : dueNow > 0
        ? ['m-due', `${formatAmount(dueNow, currency)} due`]
        : outstanding > 0
          ? ['m-planned', `${formatAmount(outstanding, currency)} to come`]
          : ['m-received', 'paid'];
  return (
    <>
      <span className={styles.paid} data-mark={mark}>
        <i className={mark} aria-hidden="true" /> {said}
      </span>
      {strip && <MoneyStrip strip={entry.strip} currency={currency} />}
    </>
  );
}
