import { DialogButtons } from '#islands/parts/DialogButtons';
import { useOnBooking } from '#contracts/routes/credit';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { formatMoney } from '#core/money/formatMoney';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** Pays what is open from the client's credit, or from a voucher whose code the client tells. */
export function UseCreditDialog({ view, bookingState, close }: DialogProps) {
  const [code, setCode] = useState('');
  const action = useRoute(useOnBooking);
  const { currency } = bookingState.agreed;
  const use = async (voucher: string | null): Promise<void> => {
    const done = await action.run({ bookingId: view.id, requestKey: action.requestKey(), code: voucher });
    if (!done) return;
    notifications.show({
      message: `${formatMoney(done.used, currency)} is used; ${formatMoney(done.left, currency)} is left.`,
    });
    close();
  };
  return (
    <Modal opened onClose={close} title="Pay from credit or a voucher">
      <Stack gap="sm">
        <p>
          {formatMoney(bookingState.position.outstanding, currency)} is open. What is there is used as far as it
          reaches.
        </p>
        <Button variant="default" loading={action.busy} onClick={() => void use(null)}>
          Use the client’s credit
        </Button>
        <TextInput
          label="Or a voucher’s code"
          value={code}
          maxLength={40}
          onChange={(event) => {
            action.clear();
            setCode(event.currentTarget.value);
          }}
        />
        <Problem problem={action.problem} currency={currency} />
        <DialogButtons>
          <Button disabled={code.trim().length < 8} loading={action.busy} onClick={() => void use(code)}>
            Use the voucher
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
