import type { OnBooking } from '#contracts/bookings/owner';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import type { Deps } from '#server/deps';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';

/** The owner lives with a cover gap: it is no longer a decision, and stays in the history. */
export const acceptGap =
  (deps: Deps) =>
  ({ bookingId }: OnBooking): Promise<Result<{ accepted: true }, NotFound | { readonly code: 'no_gap' }>> =>
    onBooking<{ accepted: true }, { readonly code: 'no_gap' }>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        if (!bookingState.hold?.gap) return refuse({ code: 'no_gap' });
        const authorisation = bookingState.hold.inForce?.id ?? null;
        await recordFacts(tx, loaded, [{ kind: 'gapAccepted', at: now, authorisation }], now);
        return ok({ accepted: true });
      },
    );
