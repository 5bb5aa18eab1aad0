import { giveUp } from '#contracts/routes/bookings/giveUp';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import type { DialogProps } from '#islands/Booking/BookingActions';
import { fieldMessage } from '#islands/format/problemSentence';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Group, Modal, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** What is owed and will not be asked for any more: no reminder is sent for it, and the books call it a bad debt. */
export function GiveUpDialog({ view, standing, close }: DialogProps) {
  const { currency } = standing.agreed;
  const { outstanding } = standing.position;
  const action = useRoute(giveUp);
  const [text, setText] = useState(formatAmount(outstanding, currency));
  const amount = parseAmount(text, currency);
  const wrong = amount === null || amount === 0 || amount > outstanding;
  const run = async (): Promise<void> => {
    if (wrong) return;
    const done = await action.run({ bookingId: view.id, amount, seen: standing.ledger.givenUp });
    if (!done) return;
    notifications.show({ message: `${formatMoney(amount, currency)} is given up.` });
    close();
  };
  return (
    <Modal opened onClose={close} title="Give up what is owed" centered>
      <Stack>
        <TextInput
          label={`Sum, of ${formatMoney(outstanding, currency)} owed`}
          inputMode="decimal"
          value={text}
          error={
            wrong
              ? `from 0.01 to ${formatAmount(outstanding, currency)}`
              : fieldMessage(action.problem, 'amount', currency)
          }
          onChange={(event) => setText(event.currentTarget.value)}
          data-autofocus
        />
        <p style={{ margin: 0 }}>Nobody is asked for it any more. In the journal it becomes a bad debt.</p>
        {action.problem && !action.problem.path && <Problem problem={action.problem} currency={currency} />}
        <Group justify="flex-end">
          <Button variant="default" onClick={close}>
            Keep asking
          </Button>
          <Button color="red" loading={action.busy} disabled={wrong} onClick={() => void run()}>
            Give it up
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}
