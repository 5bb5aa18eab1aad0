import type { WriteOff } from '#contracts/bookings/change';
import type { Minor } from '#core/money/minor';
import { type AboveOutstanding, mayNotGiveUp } from '#core/payments/mayPay';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';

export type GiveUpRefusal =
  NotFound | { readonly code: 'not_over_yet' | 'position_changed' | 'payment_under_way' } | AboveOutstanding;

/** What is owed after the service or a cancellation will not be asked for any more: a bad debt in the books. */
export const writeOff =
  (deps: Deps) =>
  ({ bookingId, amount, seen }: WriteOff): Promise<Result<{ outstanding: Minor }, GiveUpRefusal>> =>
    onBooking<{ outstanding: Minor }, GiveUpRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      const refused = mayNotGiveUp(bookingState, { amount, seen });
      if (refused) return refused;
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const recorded = await recordFacts(tx, loaded, [{ kind: 'givenUp', at: now, amount }], now);
      return ok({ outstanding: recorded.bookingState.position.outstanding });
    });
