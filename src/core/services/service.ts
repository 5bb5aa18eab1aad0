import { dayNumber } from '#core/calendar/days';
import { dateOf, type WallTime } from '#core/calendar/wallTime';
import { secondsOfWall } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';

export const serviceKinds = ['appointment', 'rental', 'event', 'project'] as const;
export type ServiceKind = (typeof serviceKinds)[number];

/** What one unit of the price is. */
export const priceBases = ['fixed', 'hour', 'day', 'night', 'person', 'unit'] as const;
export type PriceBasis = (typeof priceBases)[number];

export const serviceColours = ['teal', 'blue', 'amber', 'rust', 'plum', 'moss', 'slate'] as const;
export type ServiceColour = (typeof serviceColours)[number];

export type ServiceExtra = {
  readonly id: string;
  readonly label: string;
  readonly unitPrice: Minor;
  /** The most of it that one booking may have. */
  readonly most: number;
};

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
