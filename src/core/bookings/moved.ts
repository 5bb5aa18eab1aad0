import type { Deal } from '#core/bookings/deal';
import { type WallTime, wallOfSeconds, wallSeconds } from '#core/calendar/wallTime';

/** The same deal at another time: as long by the clocks on the wall as before. */
export const movedDeal = (deal: Deal, start: WallTime): Deal => ({
  ...deal,
  start,
  end: wallOfSeconds(wallSeconds(start) + wallSeconds(deal.end) - wallSeconds(deal.start)),
});
