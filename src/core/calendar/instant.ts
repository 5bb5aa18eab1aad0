import { OutOfRange } from '#core/outOfRange';

declare const kind: unique symbol;
/** A moment, ISO 8601 in UTC with whole seconds: `2027-03-01T11:20:00Z`. Sorts as text. */
export type Instant = string & { readonly [kind]: 'instant' };

const pattern = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}Z$/;

export function isInstant(text: string): text is Instant {
  if (!pattern.test(text)) return false;
  const time = Date.parse(text);
  return !Number.isNaN(time) && new Date(time).toISOString().slice(0, 19) === text.slice(0, 19);
}

export const secondsOf = (instant: Instant): number => Date.parse(instant) / 1000;

/** @throws {OutOfRange} outside the years 0000 to 9999. */
export function instantOfSeconds(seconds: number): Instant {
  if (!(seconds >= -62_167_219_200 && seconds <= 253_402_300_799)) {
    throw new OutOfRange('a moment outside the years 0000 to 9999');
  }
  return `${new Date(seconds * 1000).toISOString().slice(0, 19)}Z` as Instant;
}

export const addHours = (instant: Instant, hours: number): Instant =>
  instantOfSeconds(secondsOf(instant) + hours * 3600);
export const addSeconds = (instant: Instant, seconds: number): Instant =>
  instantOfSeconds(secondsOf(instant) + seconds);
