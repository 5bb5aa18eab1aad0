import { DialogButtons } from '#islands/parts/DialogButtons';
import { stopAtCounter, takeAtCounter } from '#contracts/routes/payments';
import { payable } from '#core/bookings/bookingState';
import { formatMoney } from '#core/money/formatMoney';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { Problem } from '#islands/parts/Problem';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack } from '@mantine/core';
import { useEffect, useRef } from 'react';

/** Sends a sum to the reader, and shows what it waits for until a card was presented or it is stopped. */
export function CounterDialog({ view, bookingState, close }: DialogProps) {
  const send = useRoute(takeAtCounter);
  const stop = useRoute(stopAtCounter);
  const { currency } = bookingState.agreed;
  const { dueNow, outstanding } = payable(bookingState);
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
          <DialogButtons>
            <Button variant="default" loading={stop.busy} onClick={() => void stop.run({ bookingId: view.id })}>
              Stop it
            </Button>
            <Button onClick={close} data-autofocus>
              Leave it running
            </Button>
          </DialogButtons>
        </Stack>
      </Modal>
    );
  return (
    <SumDialog
      title="Take a card at the counter"
      currency={currency}
      proposed={dueNow > 0 ? dueNow : outstanding}
      limit={outstanding}
      close={close}
      send={async (amount) => {
        await send.run({ bookingId: view.id, requestKey: send.requestKey(), amount });
      }}
      action={send}
      verb={(sum) => `Send ${sum} to the reader`}
    />
  );
}
