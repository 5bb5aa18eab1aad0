import { decisionsOf } from '#core/bookings/decisions';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import { remainder, zero } from '#core/money/minor';
import type { BookingRow, ClientRow } from '#server/bookings/lockBooking';
import type { covers, dueParts, summaries } from '#server/database/schema/bookings';

export type SummaryRow = typeof summaries.$inferInsert;
export type DuePartRow = typeof dueParts.$inferInsert;
export type CoverRow = typeof covers.$inferInsert;

/** The row that lists sort and filter by. */
export function summaryOf(booking: BookingRow, client: ClientRow, bookingState: BookingState): SummaryRow {
  const { position, hold, stage } = bookingState;
  const decisions = decisionsOf(bookingState);
  const owed = bookingState.parts.find((part) => part.left > part.coming && part.dueAt !== null);
  return {
    bookingId: booking.id,
    stage,
    startAt: bookingState.startAt,
    endAt: bookingState.endAt,
    total: booking.total,
    received: position.received,
    outstanding: position.outstanding,
    // What is on its way from a bank account is neither due nor late to those who read lists.
    dueNow: payable(bookingState).dueNow,
    late: remainder(position.late, bookingState.onTheWay),
    held: hold?.inForce?.amount ?? zero,
    nextAt: owed?.dueAt ?? null,
    nextAmount: owed?.left ?? null,
    nextName: owed?.name ?? null,
    decideBy: decisions[0]?.by ?? null,
    decisions,
    strip: stripOf(bookingState),
    currency: booking.currency,
    search: `${booking.number} ${client.name} ${booking.title} ${client.email}`.toLowerCase(),
  };
}

export const duePartsOf = (booking: BookingRow, { parts }: BookingState): DuePartRow[] =>
  parts
    .filter((part) => part.left > 0 && part.dueAt !== null)
    .map(({ index, name, dueAt, left, state }) => ({
      bookingId: booking.id,
      part: index,
      name,
      dueAt: dueAt!,
      left,
      state,
      currency: booking.currency,
    }));

/** The cover still to come or running; null where none is wanted. */
export function coverOf(booking: BookingRow, { hold, stage }: BookingState): CoverRow | null {
  const wanted = stage === 'secured' || stage === 'inService' || stage === 'toCloseOut';
  if (!hold || !wanted || hold.state === 'captured' || hold.state === 'released') return null;
  return {
    bookingId: booking.id,
    amount: hold.amount,
    fromAt: hold.inForce?.placedAt ?? hold.from,
    untilAt: hold.until,
    gapFrom: hold.gap?.from ?? null,
    inForce: hold.inForce ? 1 : 0,
    currency: booking.currency,
  };
}
