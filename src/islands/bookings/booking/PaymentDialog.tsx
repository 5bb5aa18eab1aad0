import type { SentTo } from '#contracts/routes/route';
import { recordPayment } from '#contracts/routes/payments';
import { cashRounded } from '#core/books/law';
import { payable } from '#core/bookings/bookingState';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { position } from '#core/position/position';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

/** Money that came in by hand; says what will be left before it is recorded. */
export function PaymentDialog({ view, bookingState, close }: DialogProps) {
  const record = useRoute(recordPayment);
  const { currency } = bookingState.agreed;
  const { dueNow, outstanding } = payable(bookingState);
  const next = bookingState.parts.find((part) => part.left > part.coming)?.left ?? outstanding;
  const [method, setMethod] = useState<SentTo<typeof recordPayment>['method']>('cash');
  const send = async (amount: Minor): Promise<void> => {
    if (!(await record.run({ bookingId: view.id, requestKey: record.requestKey(), amount, method }))) return;
    notifications.show({ message: `${formatMoney(amount, currency)} recorded.` });
    close();
  };
  return (
    <SumDialog
      title="Record a payment"
      currency={currency}
      proposed={dueNow > 0 ? dueNow : next}
      limit={outstanding}
      close={close}
      send={send}
      action={record}
      verb={(sum) => `Record ${sum}`}
    >
      {(amount) => (
        <>
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
          {amount && method === 'cash' && cashRounded(amount, view.cashStep) !== amount && (
            <p style={{ margin: 0 }}>
              In cash <b>{formatMoney(cashRounded(amount, view.cashStep), currency)}</b> changes hands, as the law
              rounds it.
            </p>
          )}
          {amount && <Afterwards bookingState={bookingState} amount={amount} />}
        </>
      )}
    </SumDialog>
  );
}

function Afterwards({ bookingState, amount }: Pick<DialogProps, 'bookingState'> & { readonly amount: Minor }) {
  const { parts, agreed, asOf, ledger } = bookingState;
  const { currency, timeZone, terms } = agreed;
  const after = position({
    plan: { instalments: parts },
    timeZone,
    asOf,
    graceDays: terms.graceDays,
    receipts: [...ledger.receipts, { id: 'new', amount, at: asOf }],
  });
  return (
    <p style={{ margin: 0 }}>
      In hand afterwards <b>{formatAmount(after.received, currency)}</b>, still to pay{' '}
      <b>{formatAmount(after.outstanding, currency)}</b>
      {after.late > 0 && `, of it ${formatAmount(after.late, currency)} late`}.
    </p>
  );
}
