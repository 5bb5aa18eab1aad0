import { DialogButtons } from '#islands/parts/DialogButtons';
import { chooseAccount } from '#contracts/routes/paymentMethods';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Radio, Stack } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

const words = { card: 'by card', debit: 'from a bank account' } as const;

/** The next payment of this booking goes through another account than usual. */
export function AccountDialog({ view, bookingState, close }: DialogProps) {
  const choose = useRoute(chooseAccount);
  const [id, setId] = useState(bookingState.ledger.accountChosen ?? '');
  const keep = async (): Promise<void> => {
    if (!(await choose.attempt({ bookingId: view.id, accountId: id || null }))) return;
    const name = view.accounts.find((account) => account.id === id)?.name ?? 'the usual account';
    notifications.show({ message: `The next payment of ${view.number} is offered through ${name} first.` });
    close();
  };
  return (
    <Modal opened onClose={close} title="Have it paid another way" centered>
      <Stack>
        <Radio.Group label="The next payment is offered through" value={id} onChange={setId}>
          <Stack gap="xs" mt={8}>
            <Radio value="" label="the usual account" />
            {view.accounts.map((account) => (
              <Radio key={account.id} value={account.id} label={`${account.name}, ${words[account.way]}`} />
            ))}
          </Stack>
        </Radio.Group>
        <p style={{ margin: 0 }}>After one payment the usual account stands again.</p>
        <Problem problem={choose.problem} currency={bookingState.agreed.currency} />
        <DialogButtons>
          <Button variant="default" onClick={close}>
            Not now
          </Button>
          <Button loading={choose.busy} onClick={() => void keep()}>
            Keep
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
