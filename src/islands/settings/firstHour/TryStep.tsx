import type { StepProps } from '#islands/settings/firstHour/stepProps';
import { stageWords } from '#islands/format/stageWords';
import { Button } from '@mantine/core';
import styles from './Begin.module.css';

/** The owner books it as a client, on the phone beside it, and sees the booking come in. */
export function TryStep({ view, done }: StepProps) {
  const { tried, steps } = view;
  if (steps.offer !== 'done') return <p>First say what you offer: then it can be booked on the phone beside.</p>;
  const secured = steps.try === 'done';
  return (
    <div aria-live="polite">
      {!secured && (
        <ol className={styles.how}>
          <li>On the phone beside, choose what you offer, and a day.</li>
          <li>Give a name and an address; letters stay in the simulated mailbox.</li>
          <li>Pay: below the card’s number, “Stand-in cards” lists made-up ones. Take the first.</li>
        </ol>
      )}
      {tried && (
        <p className={styles.made}>
          <i className={secured ? 'm-received' : 'm-due'} aria-hidden="true" />{' '}
          <a href={`/bookings/${tried.number}`}>{tried.number}</a> is here:{' '}
          <b>{stageWords[tried.stage].toLowerCase()}</b>.
          {secured &&
            ' What is agreed, in hand, held and due stands on it, and Today will ask when something is to be decided.'}
        </p>
      )}
      {secured && <Button onClick={done}>Go to Today</Button>}
    </div>
  );
}
