import { type Hours, isOpenThrough, openOn } from '#core/places/hours';
import type { BookingRules, When } from '#core/places/rules';
import { addDays } from '#core/calendar/days';
import { addHours, type Instant } from '#core/calendar/instant';
import { dateOf, timeOf, type WallTime, wallOfSeconds, wallSeconds } from '#core/calendar/wallTime';
import { clockShows, instantOfWall, localDate, secondsOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import { unitsBetween } from '#core/catalogue/service';

export type Asked = { readonly start: WallTime; readonly end: WallTime; readonly count: number };
export type AskedContext = {
  readonly rules: BookingRules;
  readonly hours: Hours;
  readonly timeZone: string;
  readonly now: Instant;
};
export type AskedRefusal =
  | { readonly code: 'too_soon' | 'too_far' | 'not_a_time_of_it' | 'closed_then'; readonly path: 'start' }
  | { readonly code: 'too_short' | 'too_long'; readonly limit: number; readonly path: 'end' }
  | { readonly code: 'too_few' | 'too_many'; readonly limit: number; readonly path: 'count' };

/** The time in which its places are taken, buffers and turnaround included, in seconds since 1970. */
export function takenTime(when: When, { start, end }: Pick<Asked, 'start' | 'end'>, timeZone: string) {
  return aroundTime(when, secondsOfWall(start, timeZone), secondsOfWall(end, timeZone));
}

/** Buffers and turnaround around a time in seconds since 1970. */
export function aroundTime(when: When, from: number, to: number): { readonly from: number; readonly to: number } {
  if (when.kind === 'slots') return { from: from - when.bufferBefore * 60, to: to + when.bufferAfter * 60 };
  if (when.kind === 'stay') return { from, to: to + when.turnaroundMinutes * 60 };
  return { from, to };
}

/** Wall times that daylight saving skips are never offered. */
export const exists = (wall: WallTime, timeZone: string): boolean =>
  clockShows(wallSeconds(wall), secondsOfWall(wall, timeZone), timeZone);

/** Not sooner than the notice and not further ahead than is let; null where it is in reach. */
export function outOfReach(start: WallTime, { rules, timeZone, now }: Omit<AskedContext, 'hours'>) {
  if (instantOfWall(start, timeZone) < addHours(now, rules.noticeHours) || instantOfWall(start, timeZone) <= now)
    return 'too_soon' as const;
  return dateOf(start) > addDays(localDate(now, timeZone), rules.aheadDays) ? ('too_far' as const) : null;
}

/** The end of what begins then, where that follows from the start alone; null for a stay. */
export const endOf = (when: When, start: WallTime): WallTime | null => {
  if (when.kind === 'slots') return wallOfSeconds(wallSeconds(start) + when.minutes * 60);
  if (when.kind === 'asked') return wallOfSeconds(wallSeconds(start) + when.days * 86_400);
  return null;
};

/** Whether the opening hours hold the whole time from start to end. */
export const openThrough = (hours: Hours, start: WallTime, end: WallTime): boolean =>
  isOpenThrough(hours, [dateOf(start), addDays(dateOf(start), -1)], { from: wallSeconds(start), to: wallSeconds(end) });

const openAt = (hours: Hours, wall: WallTime): boolean => openThrough(hours, wall, wall);

/** Whether the steps of a slot are counted to that time from an opening of its day. */
function isStep(when: Extract<When, { kind: 'slots' }>, { hours, start }: { hours: Hours; start: WallTime }): boolean {
  return [dateOf(start), addDays(dateOf(start), -1)].some((date) =>
    slotSeconds(when, hours, date).includes(wallSeconds(start)),
  );
}

/** The starts on a date, as wall seconds: each step from an opening for which the whole service fits in it. */
export function slotSeconds(
  when: Extract<When, { kind: 'slots' }>,
  hours: Hours,
  date: ReturnType<typeof dateOf>,
): number[] {
  const starts = openOn(hours, date).flatMap(({ from, to }) => {
    const last = to - when.minutes * 60;
    const count = last < from ? 0 : Math.floor((last - from) / (when.everyMinutes * 60)) + 1;
    return Array.from({ length: count }, (_, step) => from + step * when.everyMinutes * 60);
  });
  return [...new Set(starts)].sort((a, b) => a - b);
}

function refusedTime({ start, end }: Asked, { rules, hours, timeZone }: AskedContext): AskedRefusal | null {
  const { when } = rules;
  const wrong = { code: 'not_a_time_of_it', path: 'start' } as const;
  const closed = { code: 'closed_then', path: 'start' } as const;
  switch (when.kind) {
    case 'slots':
      if (end !== endOf(when, start)) return wrong;
      if (!openThrough(hours, start, end)) return closed;
      return isStep(when, { hours, start }) ? null : wrong;
    case 'stay': {
      if (end <= start) return { code: 'too_short', limit: when.least, path: 'end' };
      const length = Number(unitsBetween(when.by, { start, end, timeZone }));
      if (length < when.least) return { code: 'too_short', limit: when.least, path: 'end' };
      if (length > when.most) return { code: 'too_long', limit: when.most, path: 'end' };
      if (when.by === 'hour') return openThrough(hours, start, end) ? null : closed;
      if (timeOf(start) !== when.pickUp || timeOf(end) !== when.giveBack) return wrong;
      return openAt(hours, start) && openAt(hours, end) ? null : closed;
    }
    case 'asked':
      return end === endOf(when, start) ? null : wrong;
    case 'dates':
      return null; // it is one of the owner's dates: those are looked up
  }
}

/**
 * Whether the rules of a service let a client ask for it: in reach, a time of it, within opening hours, of a length and
 * number that is let. Whether a place is free is another question.
 */
export function checkAsked(asked: Asked, context: AskedContext): Result<Asked, AskedRefusal> {
  const { rules, timeZone } = context;
  const { start, end, count } = asked;
  if (count < rules.least) return refuse({ code: 'too_few', limit: rules.least, path: 'count' });
  if (count > rules.most) return refuse({ code: 'too_many', limit: rules.most, path: 'count' });
  const reach = outOfReach(start, context);
  if (reach) return refuse({ code: reach, path: 'start' });
  if (!exists(start, timeZone) || !exists(end, timeZone)) return refuse({ code: 'not_a_time_of_it', path: 'start' });
  const refused = refusedTime(asked, context);
  return refused ? refuse(refused) : ok(asked);
}
