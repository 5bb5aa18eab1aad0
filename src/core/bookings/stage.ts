import type { HoldStanding } from '#core/bookings/holdStanding';
import { awaitedFrom, type Ledger } from '#core/bookings/ledger';
import type { Part } from '#core/bookings/part';
import type { Instant } from '#core/calendar/instant';
import type { Terms } from '#core/terms/terms';

export const bookingStages = [
  'enquiry',
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

type Input = {
  readonly parts: readonly Part[];
  readonly hold: HoldStanding | null;
  readonly ledger: Ledger;
  readonly terms: Pick<Terms, 'firstPayment' | 'cardOnFile'>;
  readonly startAt: Instant;
  readonly endAt: Instant;
  readonly asOf: Instant;
};

/**
 * Whether everything that the terms ask for at the agreement has come: the money, unless that is left to the client,
 * a card on file where one is wanted, and a hold that begins with it.
 */
export const isSecured = ({ parts, hold, ledger, terms, startAt }: Input): boolean =>
  (terms.firstPayment?.required === false ||
    parts.every((part) => !part.now || part.left === 0 || part.dueAt! >= startAt)) &&
  (!terms.cardOnFile || ledger.card !== null) &&
  (!hold || hold.state !== 'asked' || ledger.authorisations.length > 0 || hold.from < startAt);

export function stageOf(input: Input): BookingStage {
  const { ledger, startAt, endAt, asOf } = input;
  if (ledger.cancelled) return 'cancelled';
  if (ledger.lapsed) return 'lapsed';
  if (ledger.closedOut) return 'closed';
  const awaited = awaitedFrom(ledger);
  if (awaited) return awaited === 'owner' ? 'enquiry' : 'waiting';
  if (!isSecured(input)) return 'waiting';
  if (asOf < startAt) return 'secured';
  // What came back early can be closed early.
  const { back } = ledger.after;
  return asOf < endAt && !(back !== null && back <= asOf) ? 'inService' : 'toCloseOut';
}
