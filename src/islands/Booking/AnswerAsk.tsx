import { answerAsk } from '#contracts/routes/bookings/answerAsk';
import type { BookingView } from '#contracts/views';
import { cancellationOf } from '#core/booking/cancellationOf';
import type { Standing } from '#core/booking/standing';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { cancelledSentences } from '#core/wording/cancelledSentences';
import { longMoment, longWall } from '#core/wording/days';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** What the client asks for, what a yes does to the money, and both answers. */
export function AnswerAsk({ view, standing }: { readonly view: BookingView; readonly standing: Standing }) {
  const action = useRoute(answerAsk);
  const [note, setNote] = useState('');
  const { asked } = standing.ledger;
  const { currency, timeZone } = standing.agreed;
  if (!asked) return null;
  const today = localDate(standing.asOf, timeZone);
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const figures = asked.what === 'cancel' ? cancelledSentences(cancellationOf(standing, 'client', asked.at), sum) : [];
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
      {figures.length > 0 && <p>By the terms of that moment: {figures.join(' ')}</p>}
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
