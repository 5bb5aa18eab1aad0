import type { DayOrder } from '#core/calendar/typedDay';

/** How thousands are parted and decimals pointed off: `1,680.50`, `1.680,50`, `1 680,50`, `1’680.50`. */
export type Figures = 'comma' | 'point' | 'space' | 'apostrophe';

/** How a business writes days, times and figures, in fields as on paper. */
export type HouseStyle = {
  readonly order: DayOrder;
  /** The day that a week begins with, from 0 for Sunday. */
  readonly weekStarts: 0 | 1 | 6;
  readonly clock: 12 | 24;
  readonly figures: Figures;
  /** Where a currency's sign stands. */
  readonly sign: 'before' | 'after';
};

export const usualStyle: HouseStyle = { order: 'dmy', weekStarts: 1, clock: 24, figures: 'comma', sign: 'before' };

/**
 * One business writes in one style, and every wording reads it: as with a language, it is said once, by the process that
 * starts or the page that opens (which has it before any module), and is no argument of a hundred functions.
 */
let writes: HouseStyle = (globalThis as { ostendoStyle?: HouseStyle }).ostendoStyle ?? usualStyle;
export const houseStyle = (): HouseStyle => writes;
export const writeAs = (style: HouseStyle): void => void (writes = style);

/** The time as this business writes it: `18:30`, or `6:30 pm`. */
export function writtenTime(time: string): string {
  if (writes.clock === 24) return time;
  const hour = Number(time.slice(0, 2));
  return `${hour % 12 === 0 ? 12 : hour % 12}:${time.slice(3)} ${hour < 12 ? 'am' : 'pm'}`;
}
