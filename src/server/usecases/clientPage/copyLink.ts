import type { OnBooking } from '#contracts/bookings/owner';
import { ok, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { makeClientLink } from '#server/links/clientLink';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';

/** A link for the owner to copy. It opens what a link that is sent opens, and being opened is recorded alike. */
export const copyLink =
  (deps: Deps) =>
  ({ bookingId }: OnBooking): Promise<Result<{ url: string }, NotFound>> =>
    onBooking<{ url: string }, NotFound>(deps, bookingId, async ({ tx, bookingState, now }) => {
      const token = await makeClientLink(tx, bookingId, bookingState.endAt, now);
      return ok({ url: `${deps.baseUrl}/b/${token}` });
    });
