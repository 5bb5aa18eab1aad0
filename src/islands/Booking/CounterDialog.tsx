import { takeAtCounter } from '#contracts/routes/paying/takeAtCounter';
import { stopAtCounter } from '#contracts/routes/paying/stopAtCounter';
import { payable } from '#core/booking/standing';
import { formatMoney } from '#core/money/formatMoney';
import type { DialogProps } from '#islands/Booking/BookingActions';
import { fieldMessage } from '#islands/format/problemSentence';
import { useSum } from '#islands/Booking/useSum';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Modal, Stack, TextInput } from '@mantine/core';
import { type SubmitEvent, useEffect, useRef } from 'react';

/** Sends a sum to the reader, and shows what it waits for until a card was presented or it is stopped. */
export function CounterDialog({ view, standing, close }: DialogProps) {
  const send = useRoute(takeAtCounter);
  const stop = useRoute(stopAtCounter);
  const { currency } = standing.agreed;
  const { dueNow, outstanding } = payable(standing);
  const { text, setText, amount, wrong } = useSum(dueNow > 0 ? dueNow : outstanding, outstanding, currency);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (wrong === null) await send.run({ bookingId: view.id, requestKey: send.requestKey(), amount });
  };
  const asked = useRef(false);
  useEffect(() => {
    if (view.atReader !== null) asked.current = true;
    else if (asked.current) close(); // answered: the page behind shows what came of it
  }, [view.atReader, close]);
  if (view.atReader !== null)
    return (
      <Modal opened onClose={close} title="At the counter" centered>
        <Stack>
          <p style={{ margin: 0 }} role="status">
            The reader asks for <b>{formatMoney(view.atReader, currency)}</b>. It shows here as soon as a card was
            presented.
          </p>
          <Problem problem={stop.problem} currency={currency} />
          <Group justify="flex-end">
            <Button variant="default" loading={stop.busy} onClick={() => void stop.run({ bookingId: view.id })}>
              Stop it
            </Button>
            <Button onClick={close} data-autofocus>
              Leave it running
            </Button>
          </Group>
        </Stack>
      </Modal>
    );
  return (
    <Modal opened onClose={close} title="Take a card at the counter" centered>
      <form onSubmit={(event) => void submit(event)}>
        <Stack>
          <TextInput
            label={`Sum, ${currency}`}
            inputMode="decimal"
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
            error={wrong ?? fieldMessage(send.problem, 'amount', currency)}
            data-autofocus
          />
          {send.problem?.path !== 'amount' && <Problem problem={send.problem} currency={currency} />}
          <Group justify="flex-end">
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={send.busy} disabled={wrong !== null}>
              Send {amount && !wrong ? formatMoney(amount, currency) : ''} to the reader
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
}
