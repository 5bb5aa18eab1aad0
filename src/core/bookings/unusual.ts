import { type Hours, spansOn } from '#core/places/hours';
import type { Instant } from '#core/calendar/instant';
import { dateOf, type WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';

export const unusuals = ['startsInPast', 'endsInPast', 'startsOnClosedDay', 'endsOnClosedDay'] as const;
/** What of a change an owner probably did not mean, and is asked about before it is made. */
export type Unusual = (typeof unusuals)[number];

type Times = { readonly start: WallTime; readonly end: WallTime };

/** Only what the change itself brings about: a booking that began long ago may have its price changed without a question. */
export function unusualOf(
  before: Times,
  after: Times,
  { hours, timeZone, now }: { readonly hours: Hours; readonly timeZone: string; readonly now: Instant },
): Unusual[] {
  const isPast = (wall: WallTime): boolean => instantOfWall(wall, timeZone) < now;
  const isClosed = (wall: WallTime): boolean => spansOn(hours, dateOf(wall)).length === 0;
  const starts = after.start !== before.start;
  const ends = after.end !== before.end;
  return [
    ...(starts && isPast(after.start) ? (['startsInPast'] as const) : []),
    ...(ends && isPast(after.end) ? (['endsInPast'] as const) : []),
    ...(starts && isClosed(after.start) ? (['startsOnClosedDay'] as const) : []),
    ...(ends && isClosed(after.end) ? (['endsOnClosedDay'] as const) : []),
  ];
}
