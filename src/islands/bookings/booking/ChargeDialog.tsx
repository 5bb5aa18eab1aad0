import { DialogButtons } from '#islands/parts/DialogButtons';
import { chargeNow } from '#contracts/routes/payments';
import { payable } from '#core/bookings/bookingState';
import { formatMoney } from '#core/money/formatMoney';
import { declineText } from '#core/wording/declines';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack } from '@mantine/core';
import { notifications } from '@mantine/notifications';

/** Charges what is due to the card on file, now. */
export function ChargeDialog({ view, bookingState, close }: DialogProps) {
  const charge = useRoute(chargeNow);
  const { currency } = bookingState.agreed;
  const { card, receipts } = bookingState.ledger;
  const sum = formatMoney(payable(bookingState).dueNow, currency);
  const run = async (): Promise<void> => {
    const outcome = await charge.run({ bookingId: view.id, requestKey: charge.requestKey() });
    if (!outcome) return;
    if (outcome.state === 'declined')
      notifications.show({ color: 'red', title: 'Card refused', message: declineText(outcome.code) });
    else
      notifications.show({
        message:
          outcome.state === 'paid'
            ? `${sum} charged.`
            : 'The bank wants the client to confirm; the client sees it on their page.',
      });
    close();
  };
  return (
    <Modal opened onClose={close} title="Charge the card on file" centered>
      <Stack>
        <p style={{ margin: 0 }}>
          <b>{sum}</b> is due. It is charged to the card ending in <b>{card?.last4}</b> now, as {view.client.name}{' '}
          agreed. {receipts.length > 0 && 'The payment is the next in the plan.'}
        </p>
        <Problem problem={charge.problem} currency={currency} />
        <DialogButtons final>
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button loading={charge.busy} onClick={() => void run()} data-autofocus>
            Charge {sum}
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
