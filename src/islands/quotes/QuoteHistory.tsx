import type { QuoteView } from '#contracts/quotes/views';
import { longMoment } from '#core/wording/days';
import { useShell } from '#islands/shell/useShell';
import styles from '#islands/quotes/composer/Compose.module.css';

/** What happened to the quote, newest first; nothing while nothing has. */
export function QuoteHistory({ view }: { readonly view: QuoteView }) {
  const { zone, today } = useShell();
  if (view.history.length === 0) return null;
  // The business alone signs an offer; there is a paper once a client has.
  const signed = view.hasAgreement;
  return (
    <details className={styles.part} open={view.state === 'accepted'}>
      <summary>
        <b>History</b>, last: {view.history[0]!.words}
      </summary>
      <ol className={styles.history}>
        {view.history.map((line, index) => (
          <li key={index}>
            <span className="num">
              {longMoment(line.at, zone, today)}
              <small>{line.who}</small>
            </span>
            {line.words}
          </li>
        ))}
      </ol>
      {signed && (
        <p>
          <a href={`/quotes/${view.number}/agreement.pdf`}>Download what was signed, with this record</a>
        </p>
      )}
    </details>
  );
}
