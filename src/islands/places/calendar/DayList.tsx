import type { CalendarView } from '#contracts/places/timeViews';
import type { PlainDate } from '#core/calendar/days';
import { distance, longDate } from '#core/wording/days';
import { type DayRow, dayRows } from '#islands/places/calendar/dayRows';
import { PaidMark } from '#islands/places/calendar/PaidMark';
import { useShell } from '#islands/shell/useShell';
import '../../../theme/kinds.css';
import styles from './DayList.module.css';

type Props = { readonly view: CalendarView; readonly from: PlainDate; readonly to: PlainDate };

/** Days one under the other, as they are read on a phone: what begins, what ends, and whether it is paid. */
export function DayList({ view, from, to }: Props) {
  const { today } = useShell();
  return (
    <ol className={styles.days}>
      {dayRows(view, from, to).map((row) => (
        <Day key={row.date} row={row} today={today} />
      ))}
    </ol>
  );
}

const times: Readonly<Record<DayRow['entries'][number]['part'], (start: string, end: string) => string>> = {
  whole: (start, end) => `${start} – ${end}`,
  begins: (start) => `from ${start}`,
  ends: (_, end) => `until ${end}`,
  goesOn: () => 'all day',
};

function Day({
  row: { date, entries, dates, blocks, closed },
  today,
}: {
  readonly row: DayRow;
  readonly today: PlainDate;
}) {
  const nothing = entries.length + dates.length + blocks.length === 0;
  return (
    <li className={styles.day} data-today={date === today} data-empty={nothing}>
      <h2>
        {longDate(date, today)} <span>{date === today ? 'today' : distance(date, today)}</span>
      </h2>
      {nothing && (
        <p className={styles.none}>{closed === null ? 'Nothing is booked.' : `Closed${closed && `: ${closed}`}`}</p>
      )}
      <ul>
        {dates.map((each) => (
          <li key={each.id} className={styles.date}>
            <b className="num">{each.start.slice(11)}</b>
            <span>
              {each.service}, {each.taken} of {each.seats} seats taken
            </span>
          </li>
        ))}
        {entries.map(({ entry, part }) => (
          <li key={entry.id} className={`kind-${entry.colour}`} data-part={part}>
            <a href={`/bookings/${entry.number}`} className={styles.entry}>
              <span className={`num ${styles.time}`}>{times[part](entry.start.slice(11), entry.end.slice(11))}</span>
              <b>{entry.client}</b>
              <span className={styles.what}>{[entry.title, ...entry.places].join(' · ')}</span>
              <PaidMark entry={entry} strip={part !== 'goesOn'} />
            </a>
          </li>
        ))}
        {blocks.map((block) => (
          <li key={block.id} className={styles.block}>
            {block.place}: {block.note}
          </li>
        ))}
      </ul>
    </li>
  );
}
