import type { BookingState } from '#core/bookings/bookingState';
import { formatAmount } from '#core/money/formatMoney';
import { distance, longDate } from '#core/wording/days';
import { coverSpans, planRows, type CoverSpan, type PlanRow } from '#islands/bookings/booking/planRows';
import { useShell } from '#islands/shell/useShell';
import styles from './PlanLine.module.css';

/** The plan as a dated line, the hold's cover running beside it as a hatched band, cut where the cover is cut. */
export function PlanLine({ bookingState }: { readonly bookingState: BookingState }) {
  const { today } = useShell();
  const rows = planRows(bookingState);
  const spans = coverSpans(bookingState);
  const { currency } = bookingState.agreed;
  return (
    <section aria-labelledby="plan">
      <div className={styles.title}>
        <h2 id="plan">Plan</h2>
        <span>from agreement to the end of cover</span>
        {spans.length > 0 && (
          <span className={styles.legend}>
            <i className="m-held" /> cover of the hold
          </span>
        )}
      </div>
      <ol className={styles.line}>
        {rows.map((row, index) => (
          <li key={row.key} className={row.at !== null && row.at <= bookingState.asOf ? styles.past : styles.row}>
            <div className={styles.when}>
              <b className="num">{row.date ? longDate(row.date, today) : 'No date yet'}</b>
              <span>{row.date ? distance(row.date, today) : ''}</span>
            </div>
            <span className={styles.track}>
              <i
                className={`${styles.mark} ${row.mark === 'service' ? styles.service : row.mark === 'gap' ? styles.gapMark : `m-${row.mark}`}`}
              />
            </span>
            <span className={styles.cover}>{bandOf(spans, row, rows[index + 1])}</span>
            <div className={styles.what}>
              <b className={row.mark === 'gap' ? 't-late' : undefined}>{row.title}</b>
              <span>{row.note}</span>
            </div>
            <div className={styles.sum}>
              {row.amount !== null && <b className="num">{formatAmount(row.amount, currency)}</b>}
              <span className={row.tone}>{row.word}</span>
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The band beside a row runs to the next row where the cover does. */
function bandOf(spans: readonly CoverSpan[], row: PlanRow, next: PlanRow | undefined) {
  const at = row.at;
  if (at === null) return null;
  const span = spans.find((each) => each.from <= at && at < each.until);
  if (!span) return null;
  const ends = !next?.at || span.until <= next.at;
  const joined =
    next?.at &&
    spans.some((each) => each !== span && each.from <= next.at! && next.at! < each.until && each.state === span.state);
  const shape =
    span.state === 'gap'
      ? styles.gap
      : span.state === 'planned'
        ? styles.planned
        : span.state === 'over'
          ? styles.over
          : styles.held;
  const begins = span.from === at;
  return <i className={`${shape} ${begins ? styles.begins : ''} ${ends && !joined ? styles.ends : ''}`} />;
}
