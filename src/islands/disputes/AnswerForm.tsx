import type { DisputeView } from '#contracts/claims/afterViews';
import { answerDispute, concedeDispute } from '#contracts/routes/disputes';
import { formatMoney } from '#core/money/formatMoney';
import { type Chosen, Pictures } from '#islands/claims/Pictures';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Textarea } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';
import styles from './Disputes.module.css';

/** The owner's own word and pictures, and the answer sent; or the sum given in. */
export function AnswerForm({ view }: { readonly view: DisputeView }) {
  // What was typed stays over a reload, until it is sent.
  const [word, setWord, forget] = useLocalStorage({ key: `dispute:${view.id}`, defaultValue: '' });
  const [pictures, setPictures] = useState<readonly Chosen[]>([]);
  const [sure, setSure] = useState(false);
  const answer = useRoute(answerDispute);
  const give = useRoute(concedeDispute);
  const ids = pictures.map(({ fileId }) => fileId);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const sent = await answer.attempt({ dispute: view.id, requestKey: answer.requestKey(), word, pictures: ids });
    if (!sent) return;
    forget();
    notifications.show({ title: 'The answer is sent', message: 'The bank decides in some days; you are told.' });
  };
  const giveIn = async (): Promise<void> => {
    if (!sure) return setSure(true);
    if (await give.attempt({ dispute: view.id, requestKey: give.requestKey() }))
      notifications.show({ message: `${formatMoney(view.amount, view.currency)} is given in.` });
  };
  const query = new URLSearchParams([['word', word], ...ids.map((id) => ['picture', id])]);
  return (
    <form className={styles.box} onSubmit={(event) => void submit(event)}>
      <h2>Your answer</h2>
      <Textarea
        label="In your own words"
        description="What happened, in a few sentences; it stands before everything else."
        autosize
        minRows={5}
        maxLength={3000}
        value={word}
        onChange={(event) => setWord(event.currentTarget.value)}
      />
      <Pictures value={pictures} set={setPictures} currency={view.currency} />
      <Button component="a" variant="default" fullWidth href={`/disputes/${view.id}/answer.pdf?${query.toString()}`}>
        See it as the bank will
      </Button>
      <Problem problem={answer.problem ?? give.problem} currency={view.currency} />
      <Button type="submit" fullWidth loading={answer.busy}>
        Send the answer
      </Button>
      <p className={styles.soft}>It can be sent once.</p>
      {view.state === 'open' && (
        <Button variant="subtle" color="red" fullWidth loading={give.busy} onClick={() => void giveIn()}>
          {sure ? `Press once more: the payer keeps ${formatMoney(view.amount, view.currency)}` : 'Give it in'}
        </Button>
      )}
    </form>
  );
}
