import type { BeginView } from '#contracts/settings/begin';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import { planOf } from '#core/bookings/keptPlan';
import { addDays } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { price, type PriceInput } from '#core/price/price';
import { askedPrice } from '#core/catalogue/askedPrice';
import type { Terms } from '#core/terms/terms';

/** The very service, booked in seven weeks: long enough for every rule to show. */
const daysAhead = 49;
type About = { readonly now: Instant; readonly zone: string; readonly rates: PriceInput['taxes'] };
type Service = BeginView['services']['services'][number];

/** Where a booking of it would stand under some terms; null where they do not fit its price. */
export function exampleUnder(terms: Terms, service: Service, about: About): BookingState | null {
  const { now, zone, rates } = about;
  const day = addDays(localDate(now, zone), daysAhead);
  const several = service.basis === 'day' || service.basis === 'night' ? 3 : 1;
  const asked = {
    start: wallTime(day, '10:00' as TimeOfDay),
    end: wallTime(addDays(day, several - 1), '18:00' as TimeOfDay),
    count: 1,
    extras: {},
  };
  const counts = service.booking?.counts ?? 'nothing';
  const priced = askedPrice(service, counts, asked, { timeZone: zone, rates });
  const agreed = {
    currency: service.currency,
    timeZone: zone,
    agreed: wallOfInstant(now, zone),
    start: asked.start,
    end: asked.end,
    total: price(priced).total,
    terms,
  };
  return planOf(agreed).ok ? bookingState(agreed, [{ kind: 'agreed', at: now, by: 'owner' }], now) : null;
}
