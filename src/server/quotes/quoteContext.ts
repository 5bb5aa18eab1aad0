import type { QuoteContext } from '#core/quotes/readDraft';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { business, services, taxes, termsVersions } from '#server/database/schema/business';
import { and, asc, desc, eq, gte, notInArray } from 'drizzle-orm';

/** Coming bookings beyond so many are not looked at: nobody offers dates that far into a full book. */
const mostBusy = 3000;

/** What a draft is read against: the newest terms, today's taxes, the services' currencies, what is booked. */
export async function quoteContext(db: Database | Tx, now: Instant): Promise<QuoteContext> {
  const [owner] = await db.select({ timeZone: business.timeZone }).from(business);
  const { timeZone } = owner!;
  const versions = await db
    .selectDistinctOn([termsVersions.termsId])
    .from(termsVersions)
    .orderBy(termsVersions.termsId, desc(termsVersions.version));
  const offered = await db.select({ id: services.id, currency: services.currency }).from(services);
  const rates = await db
    .select({ code: taxes.code, rate: taxes.rate })
    .from(taxes)
    .orderBy(asc(taxes.position), asc(taxes.code));
  const today = instantOfWall(wallTime(localDate(now, timeZone), '00:00' as TimeOfDay), timeZone);
  const busy = await db
    .select({
      serviceId: bookings.serviceId,
      start: bookings.startsAt,
      end: bookings.endsAt,
      number: bookings.number,
    })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(and(gte(summaries.endAt, today), notInArray(summaries.stage, ['cancelled', 'lapsed'])))
    .orderBy(asc(summaries.startAt))
    .limit(mostBusy);
  return {
    now,
    timeZone,
    currencies: Object.fromEntries(offered.map(({ id, currency }) => [id, currency])),
    terms: versions.map(({ termsId: id, version, rules }) => ({ id, version, rules })),
    taxes: rates,
    busy,
  };
}
