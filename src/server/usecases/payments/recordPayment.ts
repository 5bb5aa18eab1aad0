import type { RecordPayment } from '#contracts/bookings/owner';
import type { Minor } from '#core/money/minor';
import { type AboveOutstanding, aboveOutstanding } from '#core/payments/mayPay';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';

export type RecordPaymentRefusal = NotFound | AboveOutstanding | { readonly code: 'payment_under_way' };

/** Money that came in outside the card network. A repeat with the same key records nothing more. */
export const recordPayment =
  (deps: Deps) =>
  ({
    bookingId,
    requestKey,
    amount,
    method,
  }: RecordPayment): Promise<Result<{ received: Minor }, RecordPaymentRefusal>> =>
    onBooking<{ received: Minor }, RecordPaymentRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      if (bookingState.ledger.receipts.some((receipt) => receipt.id === requestKey))
        return ok({ received: bookingState.position.received });
      const above = aboveOutstanding(bookingState, amount);
      if (above) return above;
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const recorded = await recordFacts(
        tx,
        loaded,
        [{ kind: 'received', at: now, receiptId: requestKey, amount, method }],
        now,
      );
      return ok({ received: recorded.bookingState.position.received });
    });
