import { DialogButtons } from '#islands/parts/DialogButtons';
import { cancelBooking } from '#contracts/routes/bookings';
import { type BookingCancellation, cancelChoices, cancellationOf } from '#core/bookings/cancellationOf';
import type { Fact } from '#core/bookings/facts';
import { bookingState as standingOf } from '#core/bookings/bookingState';
import { BookingSides } from '#islands/parts/BookingSide';
import { formatAmount } from '#core/money/formatMoney';
import type { DialogProps } from '#islands/bookings/booking/dialogProps';
import { CancelledTable } from '#islands/bookings/booking/CancelledTable';
import { Problem } from '#islands/parts/Problem';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Modal, Radio, Stack, Table } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';

const whose = { client: 'The client cancels', business: 'We cancel', no_show: 'Nobody came' } as const;
type By = keyof typeof whose;

/** The booking as it would stand, with what goes back gone back. */
function cancelledStanding(
  { agreed, facts }: DialogProps['view'],
  { asOf, ledger }: DialogProps['bookingState'],
  decided: BookingCancellation & { by: By },
): DialogProps['bookingState'] {
  const { by, rule, keep, refund, owed, refunds, fromHold } = decided;
  const capturing = fromHold > 0 ? { fromHold } : {};
  const cancelled: Fact = { kind: 'cancelled', at: asOf, by, rule, keep, refund, owed, ...capturing };
  const back = refunds.map(({ id, amount }): Fact => {
    const { method } = ledger.receipts.find((receipt) => receipt.id === id)!;
    return {
      kind: 'refunded',
      at: asOf,
      refundId: id,
      receiptId: id,
      amount,
      method: method === 'hold' ? 'card' : method,
    };
  });
  const letGo = ledger.authorisations
    .filter((held) => held.state === 'inForce' && fromHold === 0)
    .map(({ id: authorisation, amount }): Fact => ({ kind: 'holdReleased', at: asOf, authorisation, amount }));
  return standingOf(agreed, [...facts, cancelled, ...back, ...letGo], asOf);
}

/** What a cancellation keeps, gives back and leaves owed for each way it may come, before one is chosen. */
export function CancelDialog({ view, bookingState, close }: DialogProps) {
  const action = useRoute(cancelBooking);
  const { agreed } = bookingState;
  const { currency } = agreed;
  const choices = cancelChoices(bookingState);
  const [by, setBy] = useState<By>(choices[0]!);
  const outcomes = choices.map((each) => ({ by: each, ...cancellationOf(bookingState, each) }));
  const run = async (): Promise<void> => {
    const done = await action.run({ bookingId: view.id, by });
    if (!done) return;
    notifications.show({ message: 'The booking is cancelled and the client told.' });
    close();
  };
  const chosen = outcomes.find((each) => each.by === by)!;
  return (
    <Modal opened onClose={close} title="Cancel the booking" centered size="xl">
      <Stack>
        {choices.length === 1 && (
          <p style={{ margin: 0 }}>
            The service is over: only that nobody came can be said of it. What was damaged or used stands in its
            close-out.
          </p>
        )}
        <Radio.Group value={by} onChange={(value) => setBy(value as By)} aria-label="Who cancels">
          <Table verticalSpacing="xs">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>By the terms, today</Table.Th>
                <Table.Th ta="right">Keep</Table.Th>
                <Table.Th ta="right">Give back</Table.Th>
                <Table.Th ta="right">Still owed</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {outcomes.map((outcome) => (
                <Table.Tr key={outcome.by}>
                  <Table.Td>
                    <Radio value={outcome.by} label={whose[outcome.by]} />
                  </Table.Td>
                  {[outcome.keep, outcome.refund, outcome.owed].map((sum, index) => (
                    <Table.Td key={index} ta="right" className="num">
                      {formatAmount(sum, currency)}
                    </Table.Td>
                  ))}
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </Radio.Group>
        <CancelledTable bookingState={bookingState} by={by} decided={chosen} />
        <BookingSides before={bookingState} after={cancelledStanding(view, bookingState, chosen)} title="Cancelled" />
        <Problem problem={action.problem} currency={currency} />
        <DialogButtons final>
          <Button variant="default" onClick={close} data-autofocus>
            Keep the booking
          </Button>
          <Button color="red" loading={action.busy} onClick={() => void run()}>
            Cancel the booking
          </Button>
        </DialogButtons>
      </Stack>
    </Modal>
  );
}
