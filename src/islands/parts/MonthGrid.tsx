import type { PlainDate } from '#core/calendar/days';
import { longDate } from '#core/wording/days';
import { monthAfter, monthName, weekdayLetters, weeksOf } from '#islands/parts/months';
import styles from './MonthGrid.module.css';

type Props = {
  readonly month: PlainDate;
  readonly setMonth: (month: PlainDate) => void;
  readonly today: PlainDate;
  /** Whether it can be had on that day; null while that is being read. */
  readonly free: ((date: PlainDate) => boolean) | null;
  readonly chosen: readonly PlainDate[];
  readonly choose: (date: PlainDate) => void;
  readonly label: string;
};

/** A month whose free days are buttons; the others are said to be taken or closed. */
export function MonthGrid({ month, setMonth, today, free, chosen, choose, label }: Props) {
  const [from, to] = [chosen[0], chosen.at(-1)];
  return (
    <div className={styles.month} role="group" aria-label={label} aria-busy={free === null}>
      <div className={styles.monthHead}>
        <button
          type="button"
          aria-label="Month before"
          disabled={month <= today}
          onClick={() => setMonth(monthAfter(month, -1))}
        >
          ‹
        </button>
        <b aria-live="polite">{monthName(month)}</b>
        <button type="button" aria-label="Month after" onClick={() => setMonth(monthAfter(month, 1))}>
          ›
        </button>
      </div>
      <table>
        <thead>
          <tr>
            {weekdayLetters().map((letter, index) => (
              <th key={index} aria-hidden="true">
                {letter}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeksOf(month).map((week, index) => (
            <tr key={index}>
              {week.map((date, day) => {
                if (!date) return <td key={day} />;
                const open = free?.(date) ?? false;
                const within = from !== undefined && to !== undefined && date > from && date < to;
                return (
                  <td key={day} className={within ? styles.within : undefined}>
                    <button
                      type="button"
                      className={styles.day}
                      disabled={!open}
                      aria-pressed={chosen.includes(date)}
                      aria-label={`${longDate(date, today)}${open ? '' : ', not free'}`}
                      onClick={() => choose(date)}
                    >
                      {Number(date.slice(8))}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
