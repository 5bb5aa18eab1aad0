import type { ChangeBooking } from '#contracts/change';
import type { Deal } from '#core/booking/deal';
import type { ChangeReason } from '#core/booking/facts';
import { factsThatCount } from '#core/booking/factsThatCount';
import { changeOf, type ChangeRefusal, pricedDeal } from '#core/change/change';
import type { Instant } from '#core/calendar/instant';
import { type Unusual, unusualOf } from '#core/change/unusual';
import { OutOfRange } from '#core/outOfRange';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/agenda/runDue';
import { dealOf } from '#server/booking/dealOf';
import type { BookingRow } from '#server/booking/lockBooking';
import { type PlaceRefusal, takePlaces } from '#server/booking/takePlaces';
import { business, services } from '#server/database/schema/business';
import type { Tx } from '#server/database/database';
import { recordFacts } from '#server/booking/record';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#core/paying/refundLimit';
import type { Deps } from '#server/deps';
import { carryOut } from '#server/intents/carryOut';
import { paymentUnderWay } from '#server/intents/openIntent';
import { openRefunds } from '#server/intents/openRefunds';
import { type NotFound, onBooking } from '#server/deciding/onBooking';
import { eq } from 'drizzle-orm';

export type ChangeBookingRefusal =
  | NotFound
  | ChangeRefusal
  | PlaceRefusal
  | ProofNeeded
  | { readonly code: 'booking_changed' | 'payment_under_way' }
  /** It is asked first whether it is meant. */
  | { readonly code: 'change_unusual'; readonly unusual: readonly Unusual[] }
  | { readonly code: 'date_out_of_reach'; readonly path: 'start' };
export type Changed = { readonly told: boolean; readonly refunds: number };

/**
 * Writes a new deal over a booking: its plan, position, hold and agenda follow, what is too much goes back over its
 * receipts, and the client is told where something changes for them. A repeat with the same key changes nothing more.
 */
export async function changeDeal(
  deps: Deps,
  request: {
    readonly bookingId: string;
    readonly key: string;
    /** How many facts counted when it was looked at; null where it does not hang on that. */
    readonly seen: number | null;
    readonly reason: ChangeReason;
    readonly giveBack: boolean;
    readonly by?: 'client';
    /** False where what is unusual is to be asked about before it is made. */
    readonly sure?: boolean;
    readonly limit?: RefundLimit;
    readonly deal: (booking: BookingRow) => Deal;
  },
): Promise<Result<Changed, ChangeBookingRefusal>> {
  const { bookingId, key, seen, reason, giveBack } = request;
  const refunding: string[] = [];
  const result = await onBooking<Changed, ChangeBookingRefusal>(
    deps,
    bookingId,
    async ({ tx, loaded, standing, now }) => {
      const made = standing.ledger.changes.find((change) => change.key === key);
      if (made) return ok({ told: made.tells, refunds: 0 });
      if (seen !== null && factsThatCount(loaded.facts) !== seen) return refuse({ code: 'booking_changed' });
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const { agreed, ledger } = standing;
      const before = dealOf(loaded.booking);
      const about = {
        agreed,
        facts: loaded.facts,
        now,
        before,
        by: request.by ?? ('owner' as const),
        key,
        reason,
        giveBack,
      };
      const change = changeOf({ ...about, after: request.deal(loaded.booking) });
      if (!change.ok) return change;
      const { fact, refunds } = change.value;
      if (wantsProof(request.limit ?? null, loaded.booking.currency, refunds)) return refuse({ code: 'proof_needed' });
      const unusual = request.sure === false ? await unusualIn(tx, loaded.booking, fact.after, now) : [];
      if (unusual.length > 0) return refuse({ code: 'change_unusual', unusual });
      const moved = await movePlaces(tx, loaded.booking, fact.after);
      if (!moved.ok) return moved;
      const back = await openRefunds(tx, { bookingId, refunds, ledger, cause: key, now, newId: deps.newId });
      refunding.push(...back.intentIds);
      await recordFacts(tx, loaded, [fact, ...back.facts], now);
      return ok({ told: fact.tells, refunds: refunds.length });
    },
  );
  for (const id of refunding) await carryOut(deps, id);
  if (refunding.length > 0) await runDueOf(deps, { bookings: [bookingId] });
  return result;
}

async function unusualIn(tx: Tx, booking: BookingRow, after: Deal, now: Instant): Promise<Unusual[]> {
  const [service] = await tx
    .select({ rules: services.booking })
    .from(services)
    .where(eq(services.id, booking.serviceId));
  const [owner] = await tx.select({ hours: business.hours }).from(business);
  const hours = service?.rules?.hours ?? owner!.hours;
  return unusualOf(dealOf(booking), after, { hours, timeZone: booking.timeZone, now });
}

/** A booking that begins or ends at another time, or takes more or fewer, needs its places anew. */
async function movePlaces(
  tx: Tx,
  booking: BookingRow,
  { start, end, count = 1 }: Deal,
): Promise<Result<unknown, PlaceRefusal>> {
  if (start === booking.startsAt && end === booking.endsAt && count === booking.count) return ok(null);
  const { id: bookingId, serviceId, timeZone } = booking;
  const [service] = await tx.select({ rules: services.booking }).from(services).where(eq(services.id, serviceId));
  const rules = service?.rules ?? null;
  return takePlaces(tx, { bookingId, serviceId, rules, start, end, count, timeZone, withinHours: false });
}

/** The owner changes dates, price or a booking's own rules. */
export const changeBooking =
  (deps: Deps) =>
  async (request: ChangeBooking, limit: RefundLimit = null): Promise<Result<Changed, ChangeBookingRefusal>> => {
    const { bookingId, requestKey: key, seen, giveBack, title, start, end, price, terms } = request;
    try {
      return await changeDeal(deps, {
        bookingId,
        key,
        seen,
        giveBack,
        limit,
        sure: request.sure ?? false,
        reason: 'change',
        deal: (booking) => {
          const count = request.count ?? booking.count;
          return pricedDeal({
            title,
            start,
            end,
            price: { ...price, currency: booking.currency },
            termsVersion: booking.termsVersion,
            terms: terms ?? booking.terms,
            ...(count > 1 ? { count } : {}),
          });
        },
      });
    } catch (error) {
      if (error instanceof OutOfRange) return refuse({ code: 'date_out_of_reach', path: 'start' });
      throw error;
    }
  };
