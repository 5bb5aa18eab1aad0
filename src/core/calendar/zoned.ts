import { dateOfDay, type PlainDate, secondsPerDay } from '#core/calendar/days';
import { type Instant, instantOfSeconds, secondsOf } from '#core/calendar/instant';
import { type WallTime, wallOfSeconds, wallSeconds } from '#core/calendar/wallTime';
import { zoneOffset } from '#core/calendar/zoneOffset';

/**
 * The second at which the zone's clocks show the wall time. One that daylight saving skips moves forward by the length
 * of the skip; one that occurs twice means the first. (Temporal calls this policy "compatible".)
 * @example in New York, 2027-03-14T02:30 (skipped) is 07:30Z, 2027-11-07T01:30 (twice) is 05:30Z
 */
export const secondsOfWall = (wall: WallTime, zone: string): number => secondsOfClock(wallSeconds(wall), zone);

/** The same for a wall time in seconds, as `wallSeconds` gives them. */
export function secondsOfClock(seconds: number, zone: string): number {
  const before = zoneOffset(zone, seconds - secondsPerDay);
  const after = zoneOffset(zone, seconds + secondsPerDay);
  if (before === after) return seconds - before;
  if (zoneOffset(zone, seconds - before) === before) return seconds - before;
  return zoneOffset(zone, seconds - after) === after ? seconds - after : seconds - before;
}

/** Whether the zone's clocks ever show that wall time, in seconds, at that second. */
export const clockShows = (seconds: number, at: number, zone: string): boolean => at + zoneOffset(zone, at) === seconds;

export const instantOfWall = (wall: WallTime, zone: string): Instant => instantOfSeconds(secondsOfWall(wall, zone));

const localSeconds = (instant: Instant, zone: string): number => {
  const seconds = secondsOf(instant);
  return seconds + zoneOffset(zone, seconds);
};

export const wallOfInstant = (instant: Instant, zone: string): WallTime => wallOfSeconds(localSeconds(instant, zone));
export const localDate = (instant: Instant, zone: string): PlainDate =>
  dateOfDay(Math.floor(localSeconds(instant, zone) / secondsPerDay));
