import type { PutHold } from '#contracts/claims/after';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { addDays, type PlainDate } from '#core/calendar/days';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { recordFacts } from '#server/bookings/record';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, openCall, paymentUnderWay, type ToCarryOut } from '#server/processorCalls/openCall';
import { outcomeOf } from '#server/processorCalls/outcomeOf';
import { offeredFor } from '#server/paymentMethods/offered';

export type PutHoldRefusal =
  | NotFound
  | {
      readonly code:
        'booking_over' | 'not_secured_yet' | 'no_card' | 'payment_under_way' | 'no_reader' | 'hold_unchanged';
    }
  | { readonly code: 'day_passed'; readonly path: 'until' };

/**
 * A hold by hand, on a booking that has none or of another sum: of the card on file by the agenda, as far as its holder
 * agreed to that sum, who is else asked first; or of a card at the counter, which says so by being there.
 */
export const putHold =
  (deps: Deps) =>
  async (request: PutHold): Promise<Result<PayOutcome, PutHoldRefusal>> => {
    const { bookingId, requestKey: key, amount, how } = request;
    const intended = await onBooking<ToCarryOut | null, PutHoldRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const { ledger, agreed, stage, hold } = bookingState;
        const cause = `holdByHand:${key}`;
        const before = await callByCause(tx, bookingId, cause);
        if (before) return ok(before.id);
        if (loaded.facts.some((fact) => fact.kind === 'holdWanted' && fact.key === key)) return ok(null);
        if (stage === 'waiting' || stage === 'enquiry') return refuse({ code: 'not_secured_yet' });
        if (stage === 'closed' || stage === 'cancelled' || stage === 'lapsed') return refuse({ code: 'booking_over' });
        const midnight = wallTime(addDays(request.until as PlainDate, 1), '00:00' as TimeOfDay);
        const until = instantOfWall(midnight, agreed.timeZone);
        if (until <= now) return refuse({ code: 'day_passed', path: 'until' });
        if (how === 'counter') {
          if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
          const { reader } = await offeredFor(tx, deps, [loaded.booking], now);
          if (!reader) return refuse({ code: 'no_reader' });
          const description = `${loaded.booking.number} ${loaded.booking.title}`;
          const asked = { kind: 'counterHold' as const, account: reader.id, until, key, description };
          return ok(await openCall(tx, { id: deps.newId(), bookingId, cause, request: asked, amount, now }));
        }
        if (!ledger.holdCard) return refuse({ code: 'no_card' });
        if (hold?.inForce && hold.wanted === amount && hold.until >= until) return refuse({ code: 'hold_unchanged' });
        await recordFacts(tx, loaded, [{ kind: 'holdWanted', at: now, key, amount, until }], now);
        return ok(null);
      },
    );
    if (!intended.ok) return intended;
    if (intended.value === null) return ok({ state: 'paid' });
    const answer = await makeCall(deps, intended.value);
    await runDueOf(deps, { bookings: [bookingId] });
    return ok(outcomeOf(answer));
  };
