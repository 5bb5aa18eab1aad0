import type { WallTime } from '#core/calendar/wallTime';
import { type Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';

/** What was agreed: everything that the plan is computed from. */
export type Agreed = {
  readonly currency: string;
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly total: Minor;
  readonly terms: Terms;
};
