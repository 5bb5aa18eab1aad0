import { DialogButtons } from '#islands/parts/DialogButtons';
import { requestNow } from '#contracts/routes/payments';
import { payable } from '#core/bookings/bookingState';
import { formatMoney } from '#core/money/formatMoney';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { Problem } from '#islands/parts/Problem';
import { useSent } from '#islands/parts/useSent';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack } from '@mantine/core';

/** Asks the client by message, with a link to pay. */
export function AskDialog({ view, bookingState, close }: DialogProps) {
  const ask = useRoute(requestNow);
  const said = useSent();
  const { currency } = bookingState.agreed;
  const { dueNow } = payable(bookingState);
  const what = dueNow > 0 ? formatMoney(dueNow, currency) : 'a card for the hold';
  const send = async (): Promise<void> => {
    const sent = await ask.run({ bookingId: view.id, requestKey: ask.requestKey() });
    if (!sent) return;
    said(sent.messageId, `Asked ${view.client.name} for ${what}.`);
    close();
  };
  return (
    <Modal opened onClose={close} title="Ask for payment" centered>
      <Stack>
        <p style={{ margin: 0 }}>
          A message goes to <b>{view.client.email}</b> now and asks for <b>{what}</b>, with a link to pay by card.
          Reminders go on as planned, and stop when the money is in.
        </p>
        <Problem problem={ask.problem} currency={currency} />
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button loading={ask.busy} onClick={() => void send()} data-autofocus>
            Ask for {what}
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
