import type { SentMessage } from '#contracts/messageViews';
import styles from './Messages.module.css';

const placeOf = (number: string): string => `/${number.startsWith('Q-') ? 'quotes' : 'bookings'}/${number}`;

/** What has gone out, newest first. */
export const Outbox = ({ sent }: { readonly sent: readonly SentMessage[] }) => (
  <section className={styles.outbox}>
    <h2>Outbox</h2>
    {sent.length === 0 && <p>Nothing has gone out yet.</p>}
    <ul>
      {sent.map((message) => (
        <li key={message.id}>
          <details>
            <summary>
              <span className="num">{message.when}</span>
              <span>
                {message.to}
                {message.copyTo.length > 0 && ` and ${message.copyTo.length} more`}
              </span>
              <b>{message.subject}</b>
              <span>{message.state === 'sent' ? '' : 'on its way'}</span>
            </summary>
            {message.body.slice(0, -1).map((paragraph, index) => (
              <p key={index}>{paragraph}</p>
            ))}
            <p>
              <a href={placeOf(message.number)}>{message.number}</a>
            </p>
          </details>
        </li>
      ))}
    </ul>
  </section>
);
