import type { BookingLine } from '#contracts/bookings/views';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { clockOf, distance, longDate, shortDate } from '#core/wording/days';
import { Amount } from '#islands/parts/Amount';
import { MoneyStrip } from '#islands/parts/MoneyStrip';
import { StageWord } from '#islands/parts/StageWord';
import { useShell } from '#islands/shell/useShell';
import styles from './BookingsPage.module.css';

export function BookingRow({ line }: { readonly line: BookingLine }) {
  const { today, zone, business } = useShell();
  const start = dateOf(line.start);
  const end = dateOf(line.end);
  const nextDay = line.nextAt ? localDate(line.nextAt, zone) : null;
  return (
    <tr>
      <th scope="row" className={styles.who}>
        <a href={`/bookings/${line.number}`}>{line.client}</a>
        <span>
          {line.title} <span className={styles.number}>{line.number}</span>
        </span>
      </th>
      <td>
        <span className="num">{longDate(start, today)}</span>
        <span className={styles.small}>{end === start ? clockOf(line.start) : `to ${shortDate(end, today)}`}</span>
      </td>
      <td>
        <StageWord stage={line.stage} />
        {line.decisions.length > 0 && <span className={styles.decide}>to decide</span>}
      </td>
      <td className={styles.money}>
        <MoneyStrip strip={line.strip} currency={line.currency} />
      </td>
      <td className={styles.right}>
        <Amount amount={line.total} currency={line.currency} home={business.currency} />
      </td>
      <td className={styles.right}>
        {line.outstanding > 0 ? (
          <Amount
            amount={line.outstanding}
            currency={line.currency}
            home={business.currency}
            className={line.late > 0 ? 't-late' : ''}
          />
        ) : (
          <span className={styles.none}>–</span>
        )}
        {line.late > 0 && <span className={`${styles.small} t-late`}>late</span>}
      </td>
      <td className={styles.right}>
        {nextDay ? (
          <>
            <span className="num">{longDate(nextDay, today)}</span>
            <span className={styles.small}>{distance(nextDay, today)}</span>
          </>
        ) : (
          <span className={styles.none}>–</span>
        )}
      </td>
    </tr>
  );
}
