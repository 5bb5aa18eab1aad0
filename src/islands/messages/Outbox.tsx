import type { SentMessage } from '#contracts/messages/views';
import { recallMessage } from '#contracts/routes/messages';
import { OfMany } from '#islands/parts/OfMany';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button } from '@mantine/core';
import { placeOfNumber } from '#islands/format/placeOf';
import styles from './Messages.module.css';

const stateWords = { sent: '', outgoing: 'on its way', failed: 'could not be delivered' } as const;

/** While it waits it can be called back; then it was never written. */
function CallBack({ id }: { readonly id: string }) {
  const recall = useRoute(recallMessage);
  return (
    <>
      <Button
        variant="default"
        size="compact-sm"
        loading={recall.busy}
        onClick={() => void recall.attempt({ messageId: id })}
      >
        Call it back
      </Button>
      <Problem problem={recall.problem} currency="EUR" />
    </>
  );
}

/** What has gone out, newest first. */
export const Outbox = ({ sent, all }: { readonly sent: readonly SentMessage[]; readonly all: number }) => (
  <section className={styles.outbox}>
    <h2>Outbox</h2>
    <OfMany shown={sent.length} all={all} what="The newest" />
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
              <span data-state={message.state}>
                {message.waits ? 'goes out in a minute' : stateWords[message.state]}
              </span>
            </summary>
            {message.waits && <CallBack id={message.id} />}
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
