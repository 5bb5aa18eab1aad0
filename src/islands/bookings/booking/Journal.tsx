import type { BookingView } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { formatAmount } from '#core/money/formatMoney';
import { shortDate } from '#core/wording/days';
import { useShell } from '#islands/shell/useShell';
import styles from './BookingPage.module.css';

/** The booking's entries in the books: debits left, credits right. */
export function Journal({
  entries,
  currency,
}: {
  readonly entries: BookingView['journal'];
  readonly currency: string;
}) {
  const { zone, today } = useShell();
  if (entries.length === 0) return <p className={styles.none}>No money has moved yet.</p>;
  return (
    <table className={styles.journal}>
      <thead>
        <tr>
          <th scope="col">Account</th>
          <th scope="col">Debit</th>
          <th scope="col">Credit</th>
        </tr>
      </thead>
      {entries.map((entry) => (
        <tbody key={entry.seq}>
          <tr>
            <th scope="rowgroup" colSpan={3}>
              {shortDate(localDate(entry.at, zone), today)} · {entry.description}{' '}
              <a href={`/journal?text=${entry.seq}`}>no. {entry.seq}</a>
            </th>
          </tr>
          {entry.lines.map((line, index) => (
            <tr key={index}>
              <td>{line.account.replace(':', ' · ')}</td>
              <td className="num">{line.amount > 0 ? formatAmount(line.amount, currency) : ''}</td>
              <td className="num">{line.amount < 0 ? formatAmount(line.amount, currency).slice(1) : ''}</td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}
