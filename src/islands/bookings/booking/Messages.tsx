import type { BookingView } from '#contracts/bookings/views';

import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { clockOf, shortDate } from '#core/wording/days';
import { useShell } from '#islands/shell/useShell';
import styles from './BookingPage.module.css';

/** What was written to the client, each opened where it stands. The link in it is the client's and is not shown. */
export function Messages({ messages }: Pick<BookingView, 'messages'>) {
  const { zone, today } = useShell();
  if (messages.length === 0) return <p className={styles.none}>Nothing was written yet.</p>;
  return messages.map((message) => (
    <details key={message.id} className={styles.message}>
      <summary>
        <span>{message.subject || 'A letter, gone with its client’s data'}</span>
        <time className="num" dateTime={message.at}>
          {shortDate(localDate(message.at, zone), today)} {clockOf(wallOfInstant(message.at, zone))}
          {message.state === 'outgoing' && ', going out'}
          {message.state === 'failed' && ', could not be delivered'}
        </time>
      </summary>
      {message.body.map((paragraph, index) => (
        <p key={index}>{index === message.body.length - 1 ? `[ ${paragraph} ]` : paragraph}</p>
      ))}
    </details>
  ));
}
