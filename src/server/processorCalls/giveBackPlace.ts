import { awaitedFrom } from '#core/bookings/ledger';
import type { BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { allInHand } from '#core/payments/givingBack';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import type { OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';

/**
 * A booking that was not paid or answered gives its place back, and what had come of it goes back over its receipts.
 * @returns the intents to carry out after the commit
 */
export async function giveBackPlace(
  tx: Tx,
  { newId }: Deps,
  about: { readonly loaded: LoadedBooking; readonly bookingState: BookingState; readonly now: Instant },
): Promise<readonly OpenCall[]> {
  const { loaded, bookingState, now } = about;
  const { ledger } = bookingState;
  const refunds = allInHand(ledger);
  const back = await openRefunds(tx, { bookingId: loaded.booking.id, refunds, ledger, cause: 'lapsed', now, newId });
  const reason = awaitedFrom(ledger) ? 'not_answered' : 'not_paid';
  await recordFacts(tx, loaded, [{ kind: 'lapsed', at: now, reason }, ...back.facts], now);
  return back.opened;
}
