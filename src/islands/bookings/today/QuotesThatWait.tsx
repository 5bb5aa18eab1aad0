import type { TodayView } from '#contracts/bookings/views';
import { localDate } from '#core/calendar/zoned';
import { distance, longDate } from '#core/wording/days';
import { quoteWantWords } from '#islands/format/quoteWants';
import { Amount } from '#islands/parts/Amount';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import styles from './DecisionList.module.css';

/** Quotes that wait for their owner: rows like decisions, the longest wait first. */
export function QuotesThatWait({ quotes }: Pick<TodayView, 'quotes'>) {
  const { zone, today, business } = useShell();
  if (quotes.length === 0) return null;
  return (
    <section aria-labelledby="quotes" className={styles.quotes}>
      <div className={styles.title}>
        <h2 id="quotes">Quotes that wait for you</h2>
      </div>
      <ol className={styles.list}>
        {quotes.map(({ id, number, client, title, wants, total, currency, touchedAt }) => {
          const words = quoteWantWords[wants!];
          const day = localDate(touchedAt, zone);
          return (
            <li key={id} className={styles.row}>
              <div className={styles.deadline}>
                <b className="num">{longDate(day, today)}</b>
                <span>{distance(day, today)}</span>
              </div>
              <div className={styles.what}>
                <a href={`/quotes/${number}`} className={styles.who}>
                  {client} · {title}
                </a>
                <p>
                  {client} {words.why}
                </p>
              </div>
              <div className={styles.strip} />
              <div className={styles.stake}>
                {total !== null && currency && (
                  <>
                    <Amount amount={total} currency={currency} home={business.currency} />
                    <span>offered</span>
                  </>
                )}
              </div>
              <Button component="a" href={`/quotes/${number}`} variant="default" className={styles.act}>
                {words.action}
              </Button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
