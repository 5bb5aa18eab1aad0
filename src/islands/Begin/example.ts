import type { BeginView } from '#contracts/begin';
import { standing, type Standing } from '#core/booking/standing';
import { planOf } from '#core/booking/keptPlan';
import { addDays } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';

/** The very service, booked in seven weeks: long enough for every rule to show. */
const daysAhead = 49;
type Service = BeginView['services']['services'][number];

/** Where a booking of it would stand under some terms; null where they do not fit its price. */
export function exampleUnder(terms: Terms, service: Service, about: { now: Instant; zone: string }): Standing | null {
  const { now, zone } = about;
  const day = addDays(localDate(now, zone), daysAhead);
  const several = service.basis === 'day' || service.basis === 'night' ? 3 : 1;
  const agreed = {
    currency: service.currency,
    timeZone: zone,
    agreed: wallOfInstant(now, zone),
    start: wallTime(day, '10:00' as TimeOfDay),
    end: wallTime(addDays(day, several - 1), '18:00' as TimeOfDay),
    total: (service.unitPrice * several) as Minor,
    terms,
  };
  return planOf(agreed).ok ? standing(agreed, [{ kind: 'agreed', at: now, by: 'owner' }], now) : null;
}
