import { answerQuestion, renewQuote, withdrawQuote } from '#contracts/routes/quotes';
import type { QuoteView } from '#contracts/quotes/views';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import styles from '#islands/quotes/composer/Compose.module.css';

/** What the quote asks of its owner, with what answers it. */
export function QuoteWants({ view }: { readonly view: QuoteView }) {
  const renew = useRoute(renewQuote);
  const withdraw = useRoute(withdrawQuote);
  const about = { quoteId: view.id, edition: view.edition };
  if (view.state === 'accepted')
    return (
      <div className={styles.note}>
        <p>
          It is <a href={`/bookings/${view.bookingNumber}`}>{view.bookingNumber}</a> now; what changes from here on
          changes there.
        </p>
      </div>
    );
  if (view.question !== null) return <Answer view={view} question={view.question} />;
  if (view.wants !== 'renewal' && view.wants !== 'anew') return null;
  return (
    <div className={styles.note}>
      <p>
        <b>{view.wants === 'anew' ? 'It has expired, and the client would still like it.' : 'It has expired.'}</b> Offer
        the same once more, or change it and send it again.
      </p>
      <div className={styles.lineActions}>
        <Button size="compact-md" loading={renew.busy} onClick={() => void renew.run(about)}>
          Offer it once more
        </Button>
        <Button size="compact-md" variant="default" loading={withdraw.busy} onClick={() => void withdraw.run(about)}>
          Let it rest
        </Button>
      </div>
      <Problem problem={renew.problem ?? withdraw.problem} currency="EUR" />
    </div>
  );
}

function Answer({ view, question }: { readonly view: QuoteView; readonly question: string }) {
  const [text, setText] = useState('');
  const answer = useRoute(answerQuestion);
  const send = async (): Promise<void> => {
    const sent = await answer.run({ quoteId: view.id, edition: view.edition, text });
    if (sent !== null) setText('');
  };
  return (
    <div className={styles.note}>
      <p>
        <b>{view.draft.clientName} asks:</b> {question}
      </p>
      <Textarea
        aria-label="Your answer"
        autosize
        minRows={2}
        maxLength={2000}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        mb="xs"
      />
      <Button size="compact-md" loading={answer.busy} disabled={text.trim() === ''} onClick={() => void send()}>
        Send the answer
      </Button>
      <Problem problem={answer.problem} currency="EUR" />
    </div>
  );
}
