import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { refuse, type Result } from '#core/result';
import { runPlanned } from '#server/jobs/run/runDue';
import { agreedOf, type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import { momentOf } from '#server/bookings/seenUntil';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { jobsWritten } from '#server/jobs/plan/planJobs';

export type NotFound = { readonly code: 'booking_not_found' };
export type OpenBooking = {
  readonly tx: Tx;
  readonly loaded: LoadedBooking;
  readonly bookingState: BookingState;
  readonly now: Instant;
};

type Decide<T, R extends { readonly code: string }> = (open: OpenBooking) => Promise<Result<T, R>>;

/** Runs a decision on a locked booking as it stands now; who calls carries out what comes of it. */
export const decideOn = <T, R extends { readonly code: string }>(
  deps: Deps,
  bookingId: string,
  decide: Decide<T, R>,
): Promise<Result<T, R | NotFound>> =>
  deps.db.transaction(async (tx): Promise<Result<T, R | NotFound>> => {
    const loaded = await lockBooking(tx, bookingId);
    if (!loaded) return refuse({ code: 'booking_not_found' });
    const now = momentOf(deps, loaded);
    return decide({ tx, loaded, bookingState: bookingState(agreedOf(loaded.booking), loaded.facts, now), now });
  });

/** The same, then carries out what has become due by it. */
export async function onBooking<T, R extends { readonly code: string }>(
  deps: Deps,
  bookingId: string,
  decide: Decide<T, R>,
): Promise<Result<T, R | NotFound>> {
  const since = jobsWritten();
  const result = await decideOn(deps, bookingId, decide);
  if (result.ok) await runPlanned(deps, bookingId, since);
  return result;
}
