import type { HoldStanding } from '#core/bookings/holdStanding';
import type { BookingState } from '#core/bookings/bookingState';
import { secondsOf } from '#core/calendar/instant';
import { type Minor, minor, remainder, sum, zero } from '#core/money/minor';

export type StripState = 'received' | 'due' | 'planned' | 'late' | 'open' | 'back' | 'credit';
export type StripSegment = { readonly state: StripState; readonly amount: Minor; readonly name: string };
/** The picture of a position to scale: the total as segments, the hold as a second bar. */
export type Strip = {
  readonly total: Minor;
  readonly segments: readonly StripSegment[];
  readonly hold: {
    readonly amount: Minor;
    readonly state: 'planned' | 'inForce' | 'gap' | 'captured' | 'released';
    /** In force now, and not to its end: so much of its time, in percent, nothing will protect. Absent where it lasts. */
    readonly gap?: number;
  } | null;
};

const holdMark = {
  planned: 'planned',
  asked: 'planned',
  inForce: 'inForce',
  endingSoon: 'inForce',
  captured: 'captured',
  released: 'released',
  lapsed: 'gap',
  refused: 'gap',
} as const;

/** The coming gap of a hold that is in force, as its share of the whole cover: from 1 to 99 percent. */
function comingGap({ inForce, gap, from, until }: HoldStanding): { readonly gap?: number } {
  if (!inForce || !gap) return {};
  const whole = secondsOf(until) - secondsOf(from);
  const open = 100 * (secondsOf(until) - secondsOf(gap.from));
  const share = (open - (open % whole)) / whole;
  return { gap: share < 1 ? 1 : share > 99 ? 99 : share };
}

export function stripOf({ parts, position, hold, ledger, agreed, stage }: BookingState): Strip {
  const segments = parts.flatMap((part): StripSegment[] => {
    const paid: StripSegment[] = part.paid > 0 ? [{ state: 'received', amount: part.paid, name: part.name }] : [];
    if (part.left === 0) return paid;
    // What is on its way is not late, whatever the day.
    const state = part.left === part.coming ? 'due' : part.state === 'paid' ? 'received' : part.state;
    return [...paid, { state, amount: part.left, name: part.name }];
  });
  const back = sum(ledger.receipts.map(({ refunded, returned }) => remainder(refunded, returned ?? zero)));
  if (back > 0) segments.push({ state: 'back', amount: back, name: 'given back' });
  if (position.credit > 0) segments.push({ state: 'credit', amount: position.credit, name: 'credit' });
  const total = sum(segments.map((segment) => segment.amount));
  const shown = total > 0 ? total : agreed.total;
  const over = stage === 'closed' || stage === 'cancelled' || stage === 'lapsed';
  const mark = hold ? holdMark[hold.state] : null;
  const hidden = !hold || (over && (mark === 'planned' || mark === 'gap'));
  return {
    total: minor(shown > 0 ? shown : zero),
    segments,
    hold: hidden || !mark ? null : { amount: hold.amount, state: mark, ...comingGap(hold) },
  };
}
