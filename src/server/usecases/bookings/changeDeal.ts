import type { Deal } from '#core/bookings/deal';
import type { ChangeReason } from '#core/bookings/facts';
import { factsThatCount } from '#core/bookings/factsThatCount';
import { bookingState as standingAt } from '#core/bookings/bookingState';
import { type Change, changeOf, type ChangeRefusal } from '#core/bookings/change';
import type { Instant } from '#core/calendar/instant';
import { type Unusual, unusualOf } from '#core/bookings/unusual';
import { OutOfRange } from '#core/outOfRange';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, type BookingRow, type LoadedBooking, lockBookings } from '#server/bookings/lockBooking';
import { type PlaceRefusal, takePlaces } from '#server/bookings/takePlaces';
import { services } from '#server/database/schema/business';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { recordAll, recordFacts, type Recording } from '#server/bookings/record';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { paymentUnderWay, withPaymentUnderWay, type OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';
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

export type DealChange = {
  readonly bookingId: string;
  readonly key: string;
  /** How many facts counted when it was looked at; null where it does not hang on that. */
  readonly seen: number | null;
  readonly reason: ChangeReason;
  readonly giveBack: boolean;
  readonly by?: 'client';
  readonly limit?: RefundLimit;
  readonly deal: (booking: BookingRow) => Deal;
};

/** What the change comes to, on a booking that nobody else changes; the change itself where it was made before. */
function decided(
  { key, seen, reason, giveBack, by: whose, limit = null, deal }: DealChange,
  { loaded, bookingState, now, underWay }: Omit<OpenBooking, 'tx'> & { readonly underWay: boolean },
): Result<{ readonly made: Changed } | { readonly change: Change }, ChangeBookingRefusal> {
  const made = bookingState.ledger.changes.find((change) => change.key === key);
  if (made) return ok({ made: { told: made.tells, refunds: 0 } });
  if (seen !== null && factsThatCount(loaded.facts) !== seen) return refuse({ code: 'booking_changed' });
  if (underWay) return refuse({ code: 'payment_under_way' });
  const { agreed } = bookingState;
  const by = whose ?? ('owner' as const);
  const before = dealOf(loaded.booking);
  const about = { agreed, facts: loaded.facts, now, before, by, key, reason, giveBack };
  const change = changeOf({ ...about, after: deal(loaded.booking) });
  if (!change.ok) return change;
  const { currency } = loaded.booking;
  if (wantsProof(limit, currency, change.value.refunds)) return refuse({ code: 'proof_needed' });
  return ok({ change: change.value });
}

/**
 * Writes a new deal over a booking: its plan, position, hold and agenda follow, what is too much goes back over its
 * receipts, and the client is told where something changes for them. A repeat with the same key changes nothing more.
 * @param sure false where what is unusual is to be asked about before it is made
 */
export async function changeDeal(
  deps: Deps,
  request: DealChange,
  sure = true,
): Promise<Result<Changed, ChangeBookingRefusal>> {
  const { bookingId, key } = request;
  const refunding: OpenCall[] = [];
  const result = await onBooking<Changed, ChangeBookingRefusal>(deps, bookingId, async (open) => {
    const { tx, loaded, bookingState, now } = open;
    const underWay = (await paymentUnderWay(tx, bookingId)) !== null;
    const decision = decided(request, { ...open, underWay });
    if (!decision.ok) return decision;
    if ('made' in decision.value) return ok(decision.value.made);
    const { fact, refunds } = decision.value.change;
    const unusual = sure ? [] : await unusualIn(tx, loaded.booking, fact.after, now);
    if (unusual.length > 0) return refuse({ code: 'change_unusual', unusual });
    const moved = await movePlaces(tx, loaded.booking, fact.after);
    if (!moved.ok) return moved;
    const { ledger } = bookingState;
    const back = await openRefunds(tx, { bookingId, refunds, ledger, cause: key, now, newId: deps.newId });
    refunding.push(...back.opened);
    await recordFacts(tx, loaded, [fact, ...back.facts], now);
    return ok({ told: fact.tells, refunds: refunds.length });
  });
  for (const id of refunding) await makeCall(deps, id);
  if (refunding.length > 0) await runDueOf(deps, { bookings: [bookingId] });
  return result;
}

async function unusualIn(tx: Tx, booking: BookingRow, after: Deal, now: Instant): Promise<Unusual[]> {
  const [service] = await tx
    .select({ rules: services.booking })
    .from(services)
    .where(eq(services.id, booking.serviceId));
  const hours = service?.rules?.hours ?? (await ownerRow(tx)).hours;
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

/**
 * Changes several bookings in one transaction, each decided by itself: one that cannot does not stop the others. They
 * keep their times, so that no place is looked for. @returns in the order of the requests
 */
export async function changeDeals(
  deps: Deps,
  requests: readonly DealChange[],
): Promise<Result<Changed, ChangeBookingRefusal>[]> {
  const ids = [...new Set(requests.map(({ bookingId }) => bookingId))];
  const { results, refunding } = await deps.db.transaction((tx) => changeAll(tx, deps, ids, requests));
  for (const id of refunding) await makeCall(deps, id);
  await runDueOf(deps, { bookings: ids });
  return results;
}

async function changeAll(tx: Tx, deps: Deps, ids: readonly string[], requests: readonly DealChange[]) {
  const loadedOf = new Map((await lockBookings(tx, ids)).map((loaded) => [loaded.booking.id, loaded]));
  const busy = await withPaymentUnderWay(tx, ids);
  const now = deps.clock.now();
  const results: Result<Changed, ChangeBookingRefusal>[] = [];
  const changed = new Map<string, Changed>();
  const recordings: Recording[] = [];
  const refunding: OpenCall[] = [];
  for (const request of requests) {
    const { bookingId, key } = request;
    const before = changed.get(bookingId);
    // One that is named twice is changed once.
    if (before) {
      results.push(ok(before));
      continue;
    }
    const loaded = loadedOf.get(bookingId);
    const decision = loaded
      ? decidedWithin(request, loaded, now, busy.has(bookingId))
      : refuse({ code: 'booking_not_found' as const });
    if (!decision.ok) results.push(decision);
    else if ('made' in decision.value) results.push(ok(decision.value.made));
    else if (loaded) {
      const { fact, refunds, before: stood } = decision.value.change;
      const about = { bookingId, refunds, ledger: stood.ledger, cause: key, now, newId: deps.newId };
      const back = await openRefunds(tx, about);
      refunding.push(...back.opened);
      recordings.push({ loaded, added: [fact, ...back.facts] });
      const made = { told: fact.tells, refunds: refunds.length };
      changed.set(bookingId, made);
      results.push(ok(made));
    }
  }
  await recordAll(tx, recordings, now);
  return { results, refunding };
}

function decidedWithin(request: DealChange, loaded: LoadedBooking, now: Instant, underWay: boolean) {
  try {
    const bookingState = standingAt(agreedOf(loaded.booking), loaded.facts, now);
    return decided(request, { loaded, bookingState, now, underWay });
  } catch (error) {
    if (error instanceof OutOfRange) return refuse({ code: 'date_out_of_reach' as const, path: 'start' as const });
    throw error;
  }
}
