import type { HoldStanding } from '#core/booking/holdStanding';
import type { Ledger } from '#core/booking/ledger';
import type { Part } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';

export const bookingStages = [
  'waiting',
  'secured',
  'inService',
  'toCloseOut',
  'closed',
  'cancelled',
  'lapsed',
] as const;
/** Derived from facts and the moment, never typed in by hand. */
export type BookingStage = (typeof bookingStages)[number];

/** Whether everything that was due at the agreement has come: the money, and a hold that begins with it. */
export const isSecured = (
  parts: readonly Part[],
  hold: HoldStanding | null,
  ledger: Ledger,
  startAt: Instant,
): boolean =>
  parts.every((part) => !part.now || part.left === 0 || part.dueAt! >= startAt) &&
  (!hold || hold.state !== 'asked' || ledger.authorisations.length > 0 || hold.from < startAt);

export function stageOf(input: {
  parts: readonly Part[];
  hold: HoldStanding | null;
  ledger: Ledger;
  startAt: Instant;
  endAt: Instant;
  asOf: Instant;
}): BookingStage {
  const { parts, hold, ledger, startAt, endAt, asOf } = input;
  if (ledger.cancelled) return 'cancelled';
  if (ledger.lapsed) return 'lapsed';
  if (ledger.closedOut) return 'closed';
  if (!isSecured(parts, hold, ledger, startAt)) return 'waiting';
  if (asOf < startAt) return 'secured';
  return asOf < endAt ? 'inService' : 'toCloseOut';
}
