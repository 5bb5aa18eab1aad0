import { dateOfDay, dayNumber, type PlainDate, secondsPerDay } from '#core/calendar/days';

declare const kind: unique symbol;
/** What a clock on the wall of the business shows, `YYYY-MM-DDTHH:MM`: what a client agrees to. Sorts as text. */
export type WallTime = string & { readonly [kind]: 'wall' };
/** A time of day, `HH:MM`. */
export type TimeOfDay = string & { readonly [kind]: 'timeOfDay' };

const wallPattern = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/;

export function isWallTime(text: string): text is WallTime {
  if (!wallPattern.test(text)) return false;
  const time = Date.parse(`${text}Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}

export const isTimeOfDay = (text: string): text is TimeOfDay => /^([01]\d|2[0-3]):[0-5]\d$/.test(text);

/** The date as it is written, whatever daylight saving does to the hour. */
export const dateOf = (wall: WallTime): PlainDate => wall.slice(0, 10) as PlainDate;
export const timeOf = (wall: WallTime): TimeOfDay => wall.slice(11) as TimeOfDay;
export const wallTime = (date: PlainDate, time: TimeOfDay): WallTime => `${date}T${time}` as WallTime;

/** Seconds since 1970 as if the wall stood in UTC: a number to do arithmetic on, not an instant. */
export const wallSeconds = (wall: WallTime): number =>
  dayNumber(dateOf(wall)) * secondsPerDay + Number(wall.slice(11, 13)) * 3600 + Number(wall.slice(14, 16)) * 60;

/** The wall time of such a number, its seconds cut off. */
export function wallOfSeconds(seconds: number): WallTime {
  const day = Math.floor(seconds / secondsPerDay);
  const minutes = Math.floor((seconds - day * secondsPerDay) / 60);
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${dateOfDay(day)}T${two(Math.floor(minutes / 60))}:${two(minutes % 60)}` as WallTime;
}
