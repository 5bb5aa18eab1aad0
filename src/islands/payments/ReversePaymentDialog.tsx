import { foreseeReversal, reversePayment } from '#contracts/routes/payments';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { cameBy } from '#core/wording/receiptRows';
import { shortDate } from '#core/wording/days';
import { call } from '#islands/api';
import { byHandReceipts } from '#islands/payments/byHandReceipts';
import { ForeseenList } from '#islands/courtesies/ForeseenList';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { fieldMessage } from '#islands/format/problemSentence';
import { DialogButtons } from '#islands/parts/DialogButtons';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, NativeSelect, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { type SubmitEvent, useState } from 'react';

/** A payment that was recorded by hand and had not come: reversed in two taps, with a reason. */
export function ReversePaymentDialog({ view, bookingState, close }: DialogProps) {
  const { currency, timeZone } = bookingState.agreed;
  const today = localDate(bookingState.asOf, timeZone);
  const receipts = byHandReceipts(bookingState);
  const [receiptId, setReceipt] = useState(receipts[0]?.id ?? '');
  const [reason, setReason] = useState('');
  const action = useRoute(reversePayment);
  const chosen = receipts.find(({ id }) => id === receiptId);
  const { data } = useQuery({
    queryKey: ['foreseePutRight', view.id, receiptId],
    queryFn: () => call(foreseeReversal, { bookingId: view.id, receiptId }),
  });
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (!(await action.attempt({ bookingId: view.id, receiptId, reason }))) return;
    notifications.show({ message: 'The payment is put right; the booking stands as if it had not come.' });
    close();
  };
  return (
    <Modal opened onClose={close} title="Put a payment right" centered>
      <form onSubmit={(event) => void submit(event)} noValidate>
        <Stack>
          <NativeSelect
            label="This payment had not come"
            value={receiptId}
            onChange={(event) => setReceipt(event.currentTarget.value)}
            data={receipts.map(({ id, amount, method, at }) => ({
              value: id,
              label: `${formatAmount(amount, currency)} ${cameBy[method]}, ${shortDate(localDate(at, timeZone), today)}`,
            }))}
          />
          <TextInput
            label="What was wrong"
            placeholder="it was for another booking"
            value={reason}
            maxLength={500}
            data-autofocus
            onChange={(event) => setReason(event.currentTarget.value)}
            error={fieldMessage(action.problem, 'reason', currency)}
          />
          {data?.ok && <ForeseenList seen={data.value} currency={currency} />}
          <Problem problem={fieldMessage(action.problem, 'reason') ? null : action.problem} currency={currency} />
          <DialogButtons>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" color="red" loading={action.busy} disabled={!chosen}>
              {chosen ? `Take ${formatMoney(chosen.amount, currency)} out again` : 'Put it right'}
            </Button>
          </DialogButtons>
        </Stack>
      </form>
    </Modal>
  );
}
