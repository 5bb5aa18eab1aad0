import { answerAsk } from '#contracts/routes/bookings';
import type { BookingView } from '#contracts/bookings/views';
import { cancellationOf } from '#core/bookings/cancellationOf';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { cancelledFromSentences } from '#core/wording/cancelledFrom';
import { longMoment, longWall } from '#core/wording/days';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** What the client asks for, what a yes does to the money, and both answers. */
export function AnswerAsk({ view, bookingState }: { readonly view: BookingView; readonly bookingState: BookingState }) {
  const action = useRoute(answerAsk);
  const [note, setNote] = useState('');
  const { asked } = bookingState.ledger;
  const { currency, timeZone } = bookingState.agreed;
  if (!asked) return null;
  const today = localDate(bookingState.asOf, timeZone);
  const figures =
    asked.what === 'cancel'
      ? cancelledFromSentences(bookingState, 'client', cancellationOf(bookingState, 'client', asked.at))
      : [];
  const answer = async (yes: boolean): Promise<void> => {
    const done = await action.run({ bookingId: view.id, askId: asked.askId, yes, note });
    if (done) notifications.show({ message: 'Answered; the client is told.' });
  };
  return (
    <>
      <p>
        Asked {longMoment(asked.at, timeZone, today)}
        {asked.start && `, to begin ${longWall(asked.start, today)}`}.{asked.note && ` “${asked.note}”`}
      </p>
      {figures.length > 0 && (
        <>
          <p>By the terms of that moment:</p>
          <ul style={{ margin: '0 0 8px', paddingLeft: 18 }}>
            {figures.map((figure) => (
              <li key={figure}>{figure}</li>
            ))}
          </ul>
        </>
      )}
      <Textarea
        label="What you write to the client, with a no"
        autosize
        minRows={1}
        maxLength={2000}
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <Group mt={8} grow>
        <Button loading={action.busy} onClick={() => void answer(true)}>
          {asked.what === 'cancel' ? 'Cancel it' : 'Move it'}
        </Button>
        <Button variant="default" loading={action.busy} onClick={() => void answer(false)}>
          Say no
        </Button>
      </Group>
      <Problem problem={action.problem} currency={currency} />
    </>
  );
}
