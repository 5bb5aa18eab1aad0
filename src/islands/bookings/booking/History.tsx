import { actorWords } from '#core/wording/actorWords';
import type { BookingView } from '#contracts/bookings/views';
import type { BookingState } from '#core/bookings/bookingState';

import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { clockOf, longDate, shortDate } from '#core/wording/days';
import { historyWords } from '#islands/bookings/booking/historyWords';
import { doingWords } from '#islands/format/doingWords';
import { useShell } from '#islands/shell/useShell';
import styles from './BookingPage.module.css';

/** What happened, newest first, and above it what Ostendo will do next by itself. */
export function History({ view, bookingState }: { readonly view: BookingView; readonly bookingState: BookingState }) {
  const { zone, today } = useShell();
  const { currency } = bookingState.agreed;
  const about = { client: view.client.name, bookingNumber: view.number, amount: null, currency, count: 1 };
  const seqOf = (index: number): number => view.factSeqs.at(-1 - index) ?? 0;
  const entryOf = new Map(view.journal.map(({ factSeq, seq }) => [factSeq, seq]));
  const moment = (at: BookingView['agenda'][number]['at']): string =>
    `${shortDate(localDate(at, zone), today)} ${clockOf(wallOfInstant(at, zone))}`;
  return (
    <>
      {view.agenda.length > 0 && <h3 className={styles.subtitle}>Next, by itself</h3>}
      <ul className={styles.list}>
        {view.agenda.map((errand, index) => (
          <li key={index} className={styles.coming}>
            <time className="num" dateTime={errand.at}>
              {moment(errand.at)}
            </time>
            <span>{doingWords({ ...errand, ...about }, 'will')}</span>
          </li>
        ))}
      </ul>
      <h3 className={styles.subtitle}>Happened</h3>
      <ul className={styles.list}>
        {view.facts.toReversed().map((fact, index) => (
          <li key={index} id={`fact-${seqOf(index)}`}>
            <time className="num" dateTime={fact.at} title={longDate(localDate(fact.at, zone), today)}>
              {moment(fact.at)}
              <small>{actorWords(fact.actor, view.people)}</small>
            </time>
            <span>
              {historyWords(fact, { currency, zone, today })}
              {entryOf.has(seqOf(index)) && (
                <a className={styles.entry} href={`/journal?text=${entryOf.get(seqOf(index))}`}>
                  entry {entryOf.get(seqOf(index))}
                </a>
              )}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
