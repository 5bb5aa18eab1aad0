import { repeatEvent } from '#contracts/routes/standIns';
import type { StandInsView } from '#contracts/standIns/views';
import { longMoment } from '#core/wording/days';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import styles from './StandIns.module.css';

const typeWords: Readonly<Record<string, string>> = {
  'request.answered': 'a request was answered',
  'authorisation.lapsed': 'an authorisation lapsed',
  'payout.made': 'a payout was made',
  'payment.returned': 'a bank debit was sent back',
};

/** The signed events that the network sent; any can be sent once more, and must change nothing. */
export function EventsPanel({ network }: Pick<StandInsView, 'network'>) {
  const { zone, today } = useShell();
  const repeat = useRoute(repeatEvent);
  const again = async (id: string): Promise<void> => {
    const sent = await repeat.run({ id });
    if (sent)
      notifications.show({
        message: sent.taken ? 'Sent once more; it was taken, and changed nothing.' : 'Sent once more; it was refused.',
      });
  };
  return (
    <section aria-labelledby="events" className={styles.events}>
      <div className={styles.panelHead}>
        <h2 id="events">Events sent</h2>
        <span className={styles.hint}>
          {network.counts.undelivered === 0
            ? `all ${network.counts.all} taken`
            : `${network.counts.undelivered} not taken yet`}
        </span>
      </div>
      <ul className={styles.list}>
        {network.events.slice(0, 10).map((sent) => (
          <li key={sent.id} className={styles.event}>
            <time className="num" dateTime={sent.at}>
              {longMoment(sent.at, zone, today)}
            </time>
            <span>
              {typeWords[sent.event.type] ?? sent.event.type}
              {!sent.delivered && ', not taken yet'}
            </span>
            <Button size="compact-xs" variant="default" onClick={() => void again(sent.id)} disabled={repeat.busy}>
              Send again
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
