import { addHours, addSeconds, type Instant } from '#core/calendar/instant';

/** Refused cards that cost no waiting: a client may well have two empty ones. */
const free = 3;
/** Seconds to wait after each further one; after the last of them nothing is tried for a day. */
const pauses = [60, 60, 300, 300, 900] as const;
const windowHours = 24;

/** After so many refused cards no other is tried for a day, and the owner is told. */
export const mostRefusedCards = free + pauses.length;

/**
 * When the next card may be tried after those that were refused; null where at once. Cards that are tried one after the
 * other are stolen ones being sorted: each wait makes that dearer, and the last one ends it.
 * @param refused the moments of the refusals, in their order
 */
export function nextTryAt(refused: readonly Instant[], now: Instant): Instant | null {
  const recent = refused.filter((at) => addHours(at, windowHours) > now);
  if (recent.length < free) return null;
  const pause = pauses[recent.length - free];
  const until = pause === undefined ? addHours(recent[0]!, windowHours) : addSeconds(recent.at(-1)!, pause);
  return until > now ? until : null;
}
