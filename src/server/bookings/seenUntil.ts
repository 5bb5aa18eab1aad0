import type { Instant } from '#core/calendar/instant';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import type { Clock } from '#server/ports';

/** What has been of a booking: its facts, and its agenda where that was read. */
type Been = {
  readonly facts: readonly { readonly at: Instant }[];
  readonly agenda?: readonly { readonly state?: string | undefined; readonly at: Instant }[] | undefined;
};

/**
 * The newest moment that is known to have been of a locked booking: of its facts, and of what its agenda has done for it,
 * as when its service began. Null where nothing has been.
 */
export function seenUntil({ facts, agenda = [] }: Been): Instant | null {
  let newest = facts.at(-1)?.at ?? null;
  for (const { state, at } of agenda) if (state === 'done' && (newest === null || at > newest)) newest = at;
  return newest;
}

const later = (a: Instant, b: Instant | null): Instant => (b !== null && b > a ? b : a);

/**
 * Now, for a locked booking: never before what is known to have been. Two hosts of one installation differ by seconds or
 * minutes, and the one that is behind takes no booking back to a state that it has left.
 */
export const asOfNow = (now: Instant, loaded: Been): Instant => later(now, seenUntil(loaded));

export const momentOf = ({ clock }: { readonly clock: Clock }, loaded: LoadedBooking): Instant =>
  asOfNow(clock.now(), loaded);
