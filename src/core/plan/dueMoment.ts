import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import { moveDate } from '#core/calendar/offset';
import { dateOf, type TimeOfDay, type WallTime, wallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import type { AnchoredDue, DueRule } from '#core/plan/rules';

/** The three moments that due days hang on, as they are written and in seconds of UTC. */
export type Anchors = {
  readonly timeZone: string;
  readonly collectAt: TimeOfDay;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly agreedAt: number;
  readonly startAt: number;
  readonly endAt: number;
};

export type DueMoment = { readonly day: PlainDate; readonly at: number; readonly now: boolean };

const later = (a: PlainDate, b: PlainDate): PlainDate => (a > b ? a : b);

function anchoredDay(due: AnchoredDue, { agreed, start, end }: Anchors): PlainDate {
  const date = dateOf({ agreement: agreed, start, end }[due.on]);
  if (due.plus) return moveDate(date, due.plus, 1);
  return due.minus ? moveDate(date, due.minus, -1) : date;
}

function dueDay(due: Exclude<DueRule, { open: true }>, anchors: Anchors): PlainDate {
  if ('date' in due) return due.date;
  if (due.on !== 'midway') return anchoredDay(due, anchors);
  const agreed = dateOf(anchors.agreed);
  const days = dayNumber(dateOf(anchors.start)) - dayNumber(agreed);
  return days > 0 ? addDays(agreed, Math.floor(days / 2)) : agreed;
}

/**
 * When an instalment is due, or null where it has no date yet (docs/rules/plan.md). A day before the
 * agreement's becomes the agreement's. What hangs on the start is never due after it, what hangs on the end never
 * before it.
 */
export function dueMoment(due: DueRule, anchors: Anchors): DueMoment | null {
  if ('open' in due) return null;
  const agreedDate = dateOf(anchors.agreed);
  const day = later(dueDay(due, anchors), agreedDate);
  const notBeforeEnd = 'on' in due && due.on === 'end' && !due.minus;
  if (day === agreedDate) {
    const stillToCome = notBeforeEnd && anchors.endAt > anchors.agreedAt;
    return stillToCome ? { day, at: anchors.endAt, now: false } : { day, at: anchors.agreedAt, now: true };
  }

  const at = secondsOfWall(wallTime(day, anchors.collectAt), anchors.timeZone);
  if (notBeforeEnd) return { day, at: Math.max(at, anchors.endAt), now: false };
  const notAfterStart = 'on' in due && due.on === 'start' && !due.plus;
  return { day, at: notAfterStart ? Math.min(at, anchors.startAt) : at, now: false };
}
