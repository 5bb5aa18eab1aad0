import { type AskedContext, aroundTime, exists, openThrough, slotSeconds, takenTime } from '#core/places/asked';
import { openOn } from '#core/places/hours';
import { leftFor, type Need, type PlaceIndex } from '#core/places/places';
import { takesNoPlace, type When } from '#core/places/rules';
import { addDays, dayNumber, type PlainDate, secondsPerDay } from '#core/calendar/days';
import { addHours, secondsOf } from '#core/calendar/instant';
import { type TimeOfDay, type WallTime, wallOfSeconds, wallSeconds, wallTime } from '#core/calendar/wallTime';
import { clockShows, localDate, secondsOfClock } from '#core/calendar/zoned';

/** A start that can be had, and for how many. */
export type FreeStart = { readonly start: WallTime; readonly end: WallTime; readonly left: number };
export type FreeDay = { readonly date: PlainDate; readonly starts: readonly FreeStart[] };

type Looking = AskedContext & {
  /** Those of one service. */
  readonly needs: readonly Need[];
  readonly places: ReadonlyMap<string, PlaceIndex>;
  readonly count: number;
};

const leftAt = (looking: Looking, start: WallTime, end: WallTime): number => {
  const { from, to } = takenTime(looking.rules.when, { start, end }, looking.timeZone);
  if (looking.needs.length > 0) return leftFor(looking.needs, looking.places, from, to);
  return takesNoPlace(looking.rules) ? looking.rules.most : 0;
};

/** A stay by the hour may begin at each half hour. */
const hourlyStep = 30 * 60;

/** A start and its end, in seconds of the business's clocks: a year has thousands, and few become words. */
type Span = { readonly from: number; readonly to: number };

function spansOf(looking: Looking, date: PlainDate): readonly Span[] {
  const { hours, rules } = looking;
  const { when } = rules;
  switch (when.kind) {
    case 'slots':
      return slotSeconds(when, hours, date).map((from) => ({ from, to: from + when.minutes * 60 }));
    case 'stay':
      return staysFrom(looking, when, date);
    case 'asked': {
      const from = wallSeconds(wallTime(date, '09:00' as TimeOfDay));
      return [{ from, to: from + when.days * secondsPerDay }];
    }
    case 'dates':
      return [];
  }
}

/** The shortest stays that begin on a date. */
function staysFrom({ hours }: Looking, when: Extract<When, { kind: 'stay' }>, date: PlainDate): readonly Span[] {
  if (when.by === 'hour') {
    return openOn(hours, date).flatMap(({ from, to }) => {
      const count = Math.max(0, Math.floor((to - when.least * 3600 - from) / hourlyStep) + 1);
      const begins = Array.from({ length: count }, (_, step) => from + step * hourlyStep);
      return begins.map((begin) => ({ from: begin, to: begin + when.least * 3600 }));
    });
  }
  const start = wallTime(date, when.pickUp);
  if (!openThrough(hours, start, start)) return [];
  return [{ from: wallSeconds(start), to: wallSeconds(endOfStay(when, date, when.least)) }];
}

/** The end of a stay of so many days or nights from a date: given back at the usual time, in whole units. */
export function endOfStay(when: Extract<When, { kind: 'stay' }>, date: PlainDate, length: number): WallTime {
  const sameDayDays = when.by === 'day' && when.giveBack > when.pickUp ? length - 1 : length;
  return wallTime(addDays(date, sameDayDays), when.giveBack);
}

/** What can be had from one date to another, both included: each day with its starts, those that are taken left out. */
export function freeDays(looking: Looking, from: PlainDate, to: PlainDate): FreeDay[] {
  const { rules, timeZone, now, needs, places, count } = looking;
  const soonest = Math.max(secondsOf(now) + 1, secondsOf(addHours(now, rules.noticeHours)));
  const lastDay = dayNumber(localDate(now, timeZone)) + rules.aheadDays;
  const startOf = (span: Span): FreeStart | null => {
    if (Math.floor(span.from / secondsPerDay) > lastDay) return null;
    const begin = secondsOfClock(span.from, timeZone);
    if (begin < soonest) return null;
    const end = secondsOfClock(span.to, timeZone);
    if (!clockShows(span.from, begin, timeZone) || !clockShows(span.to, end, timeZone)) return null;
    const around = aroundTime(rules.when, begin, end);
    const left = needs.length === 0 ? rules.most : leftFor(needs, places, around.from, around.to);
    return left < count ? null : { start: wallOfSeconds(span.from), end: wallOfSeconds(span.to), left };
  };
  const days: FreeDay[] = [];
  for (let date = from; date <= to; date = addDays(date, 1)) {
    const starts = spansOf(looking, date).flatMap((span) => startOf(span) ?? []);
    days.push({ date, starts });
  }
  return days;
}

/** The ends that a stay from that start may have: each length that is let, until somebody else has the unit. */
export function freeEnds(looking: Looking, start: WallTime): FreeStart[] {
  const { when } = looking.rules;
  if (when.kind !== 'stay') return [];
  const date = start.slice(0, 10) as PlainDate;
  const ends: FreeStart[] = [];
  for (let length = when.least; length <= when.most; length++) {
    const end =
      when.by === 'hour'
        ? wallOfSeconds(Date.parse(`${start}Z`) / 1000 + length * 3600)
        : endOfStay(when, date, length);
    if (when.by === 'hour' && !openThrough(looking.hours, start, end)) break;
    const left = leftAt(looking, start, end);
    if (left < looking.count) break; // a longer one needs the same unit
    if (exists(end, looking.timeZone) && (when.by === 'hour' || openThrough(looking.hours, end, end))) {
      ends.push({ start, end, left });
    }
  }
  return ends;
}
