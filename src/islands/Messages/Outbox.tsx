import type { SentMessage } from '#contracts/messageViews';
import { placeOfNumber } from '#islands/format/placeOf';
import styles from './Messages.module.css';

const stateWords = { sent: '', outgoing: 'on its way', failed: 'could not be delivered' } as const;

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
              <span data-state={message.state}>{stateWords[message.state]}</span>
            </summary>
            {message.body.slice(0, -1).map((paragraph, index) => (
              <p key={index}>{paragraph}</p>
            ))}
            {message.number !== '' && (
              <p>
                <a href={placeOfNumber(message.number)}>{message.number}</a>
              </p>
            )}
          </details>
        </li>
      ))}
    </ul>
  </section>
);
