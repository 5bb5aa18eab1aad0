import type { Doing, TodayView } from '#contracts/bookings/views';

import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { clockOf, distance, longDate } from '#core/wording/days';
import { doingWords } from '#islands/format/doingWords';
import { useShell } from '#islands/shell/useShell';
import styles from './ByItself.module.css';

/** What Ostendo did since yesterday, and will do next, each at its moment. */
export function ByItself({ did, next }: Pick<TodayView, 'did' | 'next'>) {
  return (
    <section aria-labelledby="itself" className={styles.itself}>
      <h2 id="itself" className={styles.title}>
        By itself
      </h2>
      <h3>Since yesterday</h3>
      <Doings doings={did} tense="done" nothing="Nothing since yesterday." />
      <h3>Next</h3>
      <Doings doings={next} tense="will" nothing="Nothing is planned." />
    </section>
  );
}

function Doings({
  doings,
  tense,
  nothing,
}: {
  readonly doings: readonly Doing[];
  readonly tense: 'done' | 'will';
  readonly nothing: string;
}) {
  if (doings.length === 0) return <p className={styles.nothing}>{nothing}</p>;
  return (
    <ul className={styles.list}>
      {doings.map((doing, index) => (
        <li key={index}>
          <When at={doing.at} />
          <span>
            {doing.count === 1 ? (
              <a href={`/bookings/${doing.bookingNumber}`} className={styles.link}>
                {doingWords(doing, tense)}
              </a>
            ) : (
              doingWords(doing, tense)
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}

function When({ at }: { readonly at: Doing['at'] }) {
  const { zone, today } = useShell();
  const day = localDate(at, zone);
  const time = clockOf(wallOfInstant(at, zone));
  const near =
    day === today
      ? time
      : distance(day, today) === 'yesterday' || distance(day, today) === 'tomorrow'
        ? `${longDate(day, today).slice(0, 3)} ${time}`
        : longDate(day, today);
  return (
    <time className={`num ${styles.when}`} dateTime={at}>
      {near}
    </time>
  );
}
