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

/** `00` to `59`. */
const two = Array.from({ length: 60 }, (_, number) => String(number).padStart(2, '0'));

/** The date of a day since 1970, by days since 1 March 0000, whose years end with the leap day. (A `Date` takes five times as long.) */
function dateText(day: number): string {
  const since = day + 719_468;
  const era = Math.floor(since / 146_097);
  const ofEra = since - era * 146_097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const march = Math.floor((5 * ofYear + 2) / 153);
  const month = march < 10 ? march + 3 : march - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  const text = year >= 1000 ? String(year) : String(year).padStart(4, '0');
  return `${text}-${two[month]}-${two[ofYear - Math.floor((153 * march + 2) / 5) + 1]}`;
}

/** A fraction of a second is cut off. @throws {OutOfRange} outside the years 0000 to 9999. */
export function instantOfSeconds(seconds: number): Instant {
  if (!(seconds >= -62_167_219_200 && seconds <= 253_402_300_799)) {
    throw new OutOfRange('a moment outside the years 0000 to 9999');
  }
  const day = Math.floor(seconds / 86_400);
  const rest = Math.floor(seconds) - day * 86_400;
  const minutes = Math.floor(rest / 60);
  const hours = Math.floor(minutes / 60);
  return `${dateText(day)}T${two[hours]}:${two[minutes - hours * 60]}:${two[rest - minutes * 60]}Z` as Instant;
}

export const addHours = (instant: Instant, hours: number): Instant =>
  instantOfSeconds(secondsOf(instant) + hours * 3600);
export const addSeconds = (instant: Instant, seconds: number): Instant =>
  instantOfSeconds(secondsOf(instant) + seconds);
