import type { TakeAtCounter } from '#contracts/bookings/owner';
import { type AboveOutstanding, aboveOutstanding } from '#core/payments/mayPay';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import type { Deps } from '#server/deps';
import { abandon } from '#server/processorCalls/abandon';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, type CallRow, openCall, paymentUnderWay, type ToCarryOut } from '#server/processorCalls/openCall';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { outcomeOf } from '#server/processorCalls/outcomeOf';
import { offeredFor } from '#server/paymentMethods/offered';

export type CounterRefusal = NotFound | AboveOutstanding | { readonly code: 'payment_under_way' | 'no_reader' };

/** Sends a sum to the reader at the counter, which asks for a card. One payment of a booking at a time. */
export const takeAtCounter =
  (deps: Deps) =>
  async ({ bookingId, requestKey, amount }: TakeAtCounter): Promise<Result<PayOutcome, CounterRefusal>> => {
    const intended = await onBooking<ToCarryOut, CounterRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const cause = `counter:${requestKey}`;
        const before = await callByCause(tx, bookingId, cause);
        if (before) return ok(before.id);
        const above = aboveOutstanding(bookingState, amount);
        if (above) return above;
        if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
        const { reader } = await offeredFor(tx, deps, [loaded.booking], now);
        if (!reader) return refuse({ code: 'no_reader' });
        const description = `${loaded.booking.number} ${loaded.booking.title}`;
        const request = { kind: 'counter' as const, account: reader.id, description };
        return ok(await openCall(tx, { id: deps.newId(), bookingId, cause, request, amount, now }));
      },
    );
    if (!intended.ok) return intended;
    return ok(outcomeOf(await makeCall(deps, intended.value)));
  };

/** Takes a sum from the reader's screen again. A card that was presented just before is told as what it came to. */
export const stopAtCounter =
  (deps: Deps) =>
  async ({ bookingId }: { readonly bookingId: string }): Promise<Result<{ stopped: boolean }, NotFound>> => {
    const found = await onBooking<CallRow | null, NotFound>(deps, bookingId, async ({ tx }) =>
      ok(await paymentUnderWay(tx, bookingId)),
    );
    if (!found.ok) return found;
    const underWay = found.value;
    const stopped = underWay?.request.kind === 'counter' && (await abandon(deps, underWay));
    await runDueOf(deps, { bookings: [bookingId] });
    return ok({ stopped });
  };
