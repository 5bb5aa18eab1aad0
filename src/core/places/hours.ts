import { dayNumber, type PlainDate, secondsPerDay } from '#core/calendar/days';
import { type TimeOfDay, wallSeconds, wallTime } from '#core/calendar/wallTime';

/** Open from one time of day to another; where `to` is not later than `from`, until that time of the next day. */
export type OpenSpan = { readonly from: TimeOfDay; readonly to: TimeOfDay };
/** Days on which other hours are kept, ends included; without spans it is closed. */
export type OtherDays = {
  readonly from: PlainDate;
  readonly to: PlainDate;
  readonly spans: readonly OpenSpan[];
  readonly note: string;
};
/** Opening hours: Monday first, and the days that differ. Of those that hold the same day the last one counts. */
export type Hours = { readonly week: readonly (readonly OpenSpan[])[]; readonly days: readonly OtherDays[] };

/** A span as seconds of wall time (see `wallSeconds`), its end excluded. */
export type WallSpan = { readonly from: number; readonly to: number };

/** 0 is Monday. 1 January 1970 was a Thursday. */
export const weekdayOf = (date: PlainDate): number => (((dayNumber(date) + 3) % 7) + 7) % 7;

export function spansOn(hours: Hours, date: PlainDate): readonly OpenSpan[] {
  const other = hours.days.findLast(({ from, to }) => from <= date && date <= to);
  return other ? other.spans : (hours.week[weekdayOf(date)] ?? []);
}

/** The spans that begin on a date. */
export const openOn = (hours: Hours, date: PlainDate): WallSpan[] =>
  spansOn(hours, date).map(({ from, to }) => {
    const begins = wallSeconds(wallTime(date, from));
    const ends = wallSeconds(wallTime(date, to));
    return { from: begins, to: ends > begins ? ends : ends + secondsPerDay };
  });

/** Whether one span that begins on one of the dates holds the whole time. */
export const isOpenThrough = (hours: Hours, dates: readonly PlainDate[], time: WallSpan): boolean =>
  dates.some((date) => openOn(hours, date).some((span) => span.from <= time.from && time.to <= span.to));

const nineToSix: readonly OpenSpan[] = [{ from: '09:00' as TimeOfDay, to: '18:00' as TimeOfDay }];
/** What a new installation begins with: Monday to Saturday. */
export const usualHours: Hours = {
  week: [nineToSix, nineToSix, nineToSix, nineToSix, nineToSix, nineToSix, []],
  days: [],
};
