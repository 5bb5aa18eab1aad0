import { columnOf } from '#islands/parts/months';
import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import { dateOf, type WallTime, wallSeconds } from '#core/calendar/wallTime';

/** Days to pixels: where a moment of the business's clocks stands in the picture. */
export type LaneScale = { readonly from: PlainDate; readonly to: PlainDate; readonly dayWidth: number };

export const widthOf = ({ from, to, dayWidth }: LaneScale): number => (dayNumber(to) - dayNumber(from) + 1) * dayWidth;

export const xOf = ({ from, dayWidth }: LaneScale, wall: WallTime): number =>
  ((wallSeconds(wall) - dayNumber(from) * 86_400) / 86_400) * dayWidth;

/** The days that are named at the top: each first of a week, or each first of a month where days are narrow. */
export function ticksOf(scale: LaneScale): { date: PlainDate; x: number }[] {
  const ticks: { date: PlainDate; x: number }[] = [];
  for (let date = scale.from; date <= scale.to; date = addDays(date, 1)) {
    const weekBegins = columnOf(date) === 0;
    const named = scale.dayWidth < 12 ? date.endsWith('-01') : weekBegins;
    if (named) ticks.push({ date, x: xOf(scale, `${date}T00:00` as WallTime) });
  }
  return ticks;
}

/** Where something that was moved so far begins: whole days, so that the time of day stays. */
export function startAfter(scale: LaneScale, start: WallTime, moved: number): WallTime {
  const days = Math.round(moved / scale.dayWidth);
  return `${addDays(dateOf(start), days)}T${start.slice(11)}` as WallTime;
}
