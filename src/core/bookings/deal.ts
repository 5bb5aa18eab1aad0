import type { Agreed } from '#core/bookings/agreed';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import type { Terms } from '#core/terms/terms';

/** What a change can change of a booking; the agreement's moment, currency and zone stay. */
export type Deal = {
  readonly title: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly price: PriceInput;
  readonly total: Minor;
  readonly tax: Minor;
  readonly termsVersion: number;
  readonly terms: Terms;
  /** How many units, guests or seats it takes, where that is more than one. */
  readonly count?: number;
};

export const withDeal = (agreed: Agreed, { start, end, total, terms }: Deal): Agreed => ({
  ...agreed,
  start,
  end,
  total,
  terms,
});
