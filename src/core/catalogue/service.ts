import { dayNumber } from '#core/calendar/days';
import { dateOf, type WallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import type { ClaimKind } from '#core/claims/said';
import type { Minor } from '#core/money/minor';

export const serviceKinds = ['appointment', 'rental', 'event', 'project'] as const;
export type ServiceKind = (typeof serviceKinds)[number];

/** What one unit of the price is. */
export const priceBases = ['fixed', 'hour', 'day', 'night', 'person', 'unit'] as const;
export type PriceBasis = (typeof priceBases)[number];

export const serviceColours = ['teal', 'blue', 'amber', 'rust', 'plum', 'moss', 'slate'] as const;
export type ServiceColour = (typeof serviceColours)[number];

/** Something that is claimed after a service now and then. */
export type UsualClaim = { readonly what: ClaimKind; readonly reason: string; readonly amount: Minor };

/** An extra that protects the client: what is held, and what can be claimed at most, of a booking that has it. */
export type Waiver = { readonly hold: Minor; readonly most: Minor };

export type ServiceExtra = {
  readonly id: string;
  readonly label: string;
  readonly unitPrice: Minor;
  /** The most of it that one booking may have. */
  readonly most: number;
  readonly waiver?: Waiver | undefined;
};

/** What clients read and see of a service besides its price; empty where the owner says nothing. */
export type OnPage = {
  /** What it is, in a few sentences. */
  readonly about: string;
  /** What they should know before they book: what to bring, where to come. */
  readonly note: string;
  /** A file's id. */
  readonly picture: string | null;
  /** After the payment: a word of thanks, and a page of the business to go on to. */
  readonly thanks: string;
  readonly nextPage: string;
};
export const nothingOnPage: OnPage = { about: '', note: '', picture: null, thanks: '', nextPage: '' };

/** Whether a client can be sent on to it: an address of the web, by itself. */
export const isPage = (text: string): boolean => /^https:\/\/[^\s/@]+\.[^\s@]+$/.test(text);

/**
 * How many units a stay from start to end is charged for: begun hours and begun days of 24 hours, nights by the dates
 * between; one of everything else, and never less than one.
 */
export function unitsBetween(
  basis: PriceBasis,
  { start, end, timeZone }: { start: WallTime; end: WallTime; timeZone: string },
): Decimal {
  const seconds = secondsOfWall(end, timeZone) - secondsOfWall(start, timeZone);
  const begun = (length: number): number => (seconds - (seconds % length)) / length + (seconds % length > 0 ? 1 : 0);
  const nights = dayNumber(dateOf(end)) - dayNumber(dateOf(start));
  const count = { fixed: 1, person: 1, unit: 1, hour: begun(3600), day: begun(86_400), night: nights }[basis];
  return String(count < 1 ? 1 : count) as Decimal;
}
