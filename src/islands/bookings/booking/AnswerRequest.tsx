import { answerRequest } from '#contracts/routes/bookings';
import type { BookingView } from '#contracts/bookings/views';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

type Props = { readonly view: BookingView; readonly currency: string; readonly reserved: boolean };

const told = {
  accepted: 'Accepted; the client is told.',
  declined: 'Declined; the client is told.',
  offered: 'The client is asked whether it will do like this.',
} as const;

/** Yes, no, or as it is now after a change: each says what it does with the money that waits. */
export function AnswerRequest({ view, currency, reserved }: Props) {
  const action = useRoute(answerRequest);
  const [declining, setDeclining] = useState(false);
  const [note, setNote] = useState('');
  const answer = async (how: 'accept' | 'decline' | 'offer'): Promise<void> => {
    const done = await action.run({ bookingId: view.id, answer: how, note: how === 'decline' ? note : '' });
    if (done) notifications.show({ message: told[done.state] });
  };
  const changed = view.facts.some((fact) => fact.kind === 'changed');
  return (
    <>
      {declining ? (
        <>
          <Textarea
            label="What you write to the client"
            autosize
            minRows={2}
            maxLength={2000}
            value={note}
            onChange={(event) => setNote(event.currentTarget.value)}
            data-autofocus
          />
          <Group mt={8} grow>
            <Button variant="default" onClick={() => setDeclining(false)}>
              Back
            </Button>
            <Button color="red" loading={action.busy} onClick={() => void answer('decline')}>
              {reserved ? 'Decline and let go' : 'Decline'}
            </Button>
          </Group>
        </>
      ) : (
        <>
          <Button fullWidth loading={action.busy} onClick={() => void answer(changed ? 'offer' : 'accept')}>
            {changed ? 'Ask whether this will do' : reserved ? 'Accept and take what is reserved' : 'Accept'}
          </Button>
          <Group mt={8} grow>
            <Button variant="default" component="a" href={`/bookings/${view.number}/change`}>
              Offer another time
            </Button>
            <Button variant="default" onClick={() => setDeclining(true)}>
              Decline
            </Button>
          </Group>
        </>
      )}
      <Problem problem={action.problem} currency={currency} />
    </>
  );
}
