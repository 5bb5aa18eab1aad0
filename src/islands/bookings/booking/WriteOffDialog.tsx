import { writeOff } from '#contracts/routes/payments';
import { formatMoney } from '#core/money/formatMoney';
import { payable } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { notifications } from '@mantine/notifications';

/** What is owed and will not be asked for any more: no reminder is sent for it, and the books call it a bad debt. */
export function WriteOffDialog({ view, bookingState, close }: DialogProps) {
  const { currency } = bookingState.agreed;
  const { outstanding } = payable(bookingState);
  const action = useRoute(writeOff);
  const send = async (amount: Minor): Promise<void> => {
    if (!(await action.run({ bookingId: view.id, amount, seen: bookingState.ledger.givenUp }))) return;
    notifications.show({ message: `${formatMoney(amount, currency)} is given up.` });
    close();
  };
  return (
    <SumDialog
      title="Give up what is owed"
      label={`Sum, of ${formatMoney(outstanding, currency)} owed`}
      currency={currency}
      proposed={outstanding}
      limit={outstanding}
      close={close}
      send={send}
      action={action}
      verb={() => 'Give it up'}
      leave="Keep asking"
      danger
    >
      {() => <p style={{ margin: 0 }}>Nobody is asked for it any more. In the journal it becomes a bad debt.</p>}
    </SumDialog>
  );
}
