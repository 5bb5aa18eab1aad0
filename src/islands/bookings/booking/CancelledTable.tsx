import type { BookingState } from '#core/bookings/bookingState';
import type { BookingCancellation } from '#core/bookings/cancellationOf';
import type { CancelInput } from '#core/cancellation/cancel';
import { formatAmount } from '#core/money/formatMoney';
import { cancelledFrom } from '#core/wording/cancelledFrom';
import { Table } from '@mantine/core';

/** What a cancellation keeps, row by row of what it is kept from, and what leaves again over which receipt. */
export function CancelledTable({
  bookingState,
  by,
  decided,
}: {
  readonly bookingState: BookingState;
  readonly by: CancelInput['by'];
  readonly decided: BookingCancellation;
}) {
  const rows = cancelledFrom(bookingState, by, decided);
  const { currency } = bookingState.agreed;
  if (rows.length === 0) return null;
  return (
    <Table verticalSpacing={6}>
      <Table.Thead>
        <Table.Tr>
          <Table.Th>From</Table.Th>
          <Table.Th ta="right">Kept</Table.Th>
          <Table.Th ta="right">Leaves again</Table.Th>
          <Table.Th>By which right</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {rows.map(({ key, from, kept, back, why }) => (
          <Table.Tr key={key}>
            <Table.Td>{from}</Table.Td>
            {[kept, back].map((sum, index) => (
              <Table.Td key={index} ta="right" className="num">
                {sum > 0 ? formatAmount(sum, currency) : '–'}
              </Table.Td>
            ))}
            <Table.Td>{why}</Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}
