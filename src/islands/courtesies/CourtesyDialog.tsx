import { foreseeCourtesy, giveCourtesy } from '#contracts/routes/courtesies';
import { courtesyReceipts } from '#core/courtesies/courtesy';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { currencyExponent } from '#core/money/currency';
import { least, type Minor, minor, remainder, sum } from '#core/money/minor';
import { cameBy } from '#core/wording/receiptRows';
import { shortDate } from '#core/wording/days';
import { call } from '#islands/api';
import { ForeseenList } from '#islands/courtesies/ForeseenList';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { SumDialog } from '#islands/parts/SumDialog';
import { useRoute } from '#islands/parts/useRoute';
import { NativeSelect, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

/** A first proposal: a tenth of what is in hand, in whole units of the currency. */
function aTenth(inHand: Minor, currency: string): Minor {
  const unit = 10 ** currencyExponent(currency);
  return minor(Math.max(1, Math.round(inHand / 10 / unit)) * unit);
}

/** A sum given back without a change of what was agreed after the service; an agreed discount before it. */
export function CourtesyDialog({ view, bookingState, close, from }: DialogProps & { readonly from?: string }) {
  const { currency, timeZone } = bookingState.agreed;
  const { ledger, securityInHand, asOf } = bookingState;
  const today = localDate(asOf, timeZone);
  const open = courtesyReceipts(bookingState);
  const inHand = remainder(sum(open.map(({ left }) => left)), securityInHand);
  const [receiptId, setReceipt] = useState<string | null>(from ?? null);
  const [reason, setReason] = useState('');
  const action = useRoute(giveCourtesy);
  const limit = receiptId === null ? inHand : least(inHand, open.find(({ id }) => id === receiptId)?.left ?? inHand);
  const send = async (amount: Minor): Promise<void> => {
    const about = { bookingId: view.id, requestKey: action.requestKey(), amount, receiptId, reason };
    if (!(await action.attempt(about))) return;
    notifications.show({ message: `${formatMoney(amount, currency)} goes back to ${view.client.name}.` });
    close();
  };
  const before = !ledger.delivered && !ledger.cancelled;
  return (
    <SumDialog
      title="Give back as a courtesy"
      label={`Sum, of ${formatMoney(limit, currency)} in hand`}
      currency={currency}
      proposed={aTenth(inHand, currency)}
      limit={limit}
      close={close}
      send={send}
      action={action}
      verb={(said) => (said ? `Give ${said} back` : 'Give it back')}
      danger
    >
      {(amount) => (
        <>
          <NativeSelect
            label="Of which payment"
            value={receiptId ?? ''}
            onChange={(event) => setReceipt(event.currentTarget.value || null)}
            data={[
              { value: '', label: 'The newest first' },
              ...open.map(({ id, left }) => {
                const receipt = ledger.receipts.find((each) => each.id === id)!;
                const day = shortDate(localDate(receipt.at, timeZone), today);
                return { value: id, label: `${formatAmount(left, currency)} ${cameBy[receipt.method]}, ${day}` };
              }),
            ]}
          />
          <Textarea
            label="Your word to the client"
            placeholder="for the night that was too cloudy"
            autosize
            minRows={2}
            maxLength={2000}
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          {before && <p style={{ margin: 0 }}>Before the service it is a discount: the price is lower by as much.</p>}
          {amount !== null && <Foresee bookingId={view.id} amount={amount} receiptId={receiptId} currency={currency} />}
        </>
      )}
    </SumDialog>
  );
}

/** Asked again with each sum, and drawn as the last answer meanwhile. */
function Foresee({
  bookingId,
  amount,
  receiptId,
  currency,
}: {
  readonly bookingId: string;
  readonly amount: Minor;
  readonly receiptId: string | null;
  readonly currency: string;
}) {
  const { data } = useQuery({
    queryKey: ['foreseeCourtesy', bookingId, amount, receiptId],
    queryFn: () => call(foreseeCourtesy, { bookingId, amount, receiptId }),
    placeholderData: (before) => before,
  });
  return data?.ok ? <ForeseenList seen={data.value} currency={currency} /> : null;
}
