import type { SentTo } from '#contracts/routes/route';
import { recordPayment } from '#contracts/routes/paying/recordPayment';
import { payable } from '#core/booking/standing';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { position } from '#core/position/position';
import type { DialogProps } from '#islands/Booking/BookingActions';
import { useSum } from '#islands/Booking/useSum';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Modal, SegmentedControl, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { type SubmitEvent, useState } from 'react';

/** Money that came in by hand; says what will be left before it is recorded. */
export function PaymentDialog({ view, standing, close }: DialogProps) {
  const record = useRoute(recordPayment);
  const { currency, timeZone, terms } = standing.agreed;
  const { dueNow, outstanding } = payable(standing);
  const next = standing.parts.find((part) => part.left > part.coming)?.left ?? outstanding;
  const { text, setText, amount, wrong } = useSum(dueNow > 0 ? dueNow : next, outstanding, currency);
  const [method, setMethod] = useState<SentTo<typeof recordPayment>['method']>('cash');
  const after = amount
    ? position({
        plan: { instalments: standing.parts },
        timeZone,
        asOf: standing.asOf,
        graceDays: terms.graceDays,
        receipts: [...standing.ledger.receipts, { id: 'new', amount, at: standing.asOf }],
      })
    : null;
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (wrong || !amount) return;
    const done = await record.run({ bookingId: view.id, requestKey: record.requestKey(), amount, method });
    if (!done) return;
    notifications.show({ message: `${formatMoney(amount, currency)} recorded.` });
    close();
  };
  return (
    <Modal opened onClose={close} title="Record a payment" centered>
      <form onSubmit={(event) => void submit(event)}>
        <Stack>
          <TextInput
            label={`Sum, ${currency}`}
            inputMode="decimal"
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
            error={wrong ?? fieldMessage(record.problem, 'amount', currency)}
            data-autofocus
          />
          <SegmentedControl
            aria-label="How it came"
            value={method}
            onChange={setMethod}
            data={[
              { value: 'cash', label: 'Cash' },
              { value: 'transfer', label: 'Transfer' },
              { value: 'cheque', label: 'Cheque' },
            ]}
          />
          {after && !wrong && (
            <p style={{ margin: 0 }}>
              In hand afterwards <b>{formatAmount(after.received, currency)}</b>, still to pay{' '}
              <b>{formatAmount(after.outstanding, currency)}</b>
              {after.late > 0 && `, of it ${formatAmount(after.late, currency)} late`}.
            </p>
          )}
          {record.problem?.path !== 'amount' && <Problem problem={record.problem} currency={currency} />}
          <Group justify="flex-end">
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button type="submit" loading={record.busy} disabled={wrong !== null}>
              Record {amount && !wrong ? formatMoney(amount, currency) : ''}
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
}
