import type { ChangeView, ServicesView, TaxLine } from '#contracts/serviceViews';
import type { Instant } from '#core/calendar/instant';
import { factsThatCount } from '#core/booking/factsThatCount';
import { dealOf } from '#server/booking/dealOf';
import { readBooking } from '#server/booking/lockBooking';
import type { Database, Tx } from '#server/database/open';
import { bookings, summaries } from '#server/database/schema/bookings';
import { services, taxes, terms, termsVersions } from '#server/database/schema/business';
import { bookingView } from '#server/queries/bookingView';
import { and, asc, eq, sql } from 'drizzle-orm';

export const taxLines = (db: Database | Tx): Promise<TaxLine[]> =>
  db
    .select({ code: taxes.code, label: taxes.label, rate: taxes.rate })
    .from(taxes)
    .orderBy(asc(taxes.position), asc(taxes.code));

export async function servicesView(db: Database): Promise<ServicesView> {
  const all = await db.select().from(services).orderBy(asc(services.retired), asc(services.name));
  const coming = await db
    .select({ id: bookings.serviceId, count: sql<number>`count(*)`.mapWith(Number) })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(sql`${summaries.stage} not in ('closed', 'cancelled', 'lapsed')`)
    .groupBy(bookings.serviceId);
  const counts = new Map(coming.map(({ id, count }) => [id, count]));
  return {
    services: all.map((service) => ({ ...service, coming: counts.get(service.id) ?? 0 })),
    taxes: await taxLines(db),
    terms: await db.select({ id: terms.id, name: terms.name }).from(terms).orderBy(asc(terms.name)),
  };
}

/** A booking to be changed, with what its editor offers. */
export async function changeView(db: Database, number: string, now: Instant): Promise<ChangeView | null> {
  const booking = await bookingView(db, number, now);
  if (!booking) return null;
  const loaded = (await readBooking(db, booking.id))!;
  const { serviceId, termsId, termsVersion } = loaded.booking;
  const [service] = await db.select().from(services).where(eq(services.id, serviceId));
  const [version] = await db
    .select({ rules: termsVersions.rules })
    .from(termsVersions)
    .where(and(eq(termsVersions.termsId, termsId), eq(termsVersions.version, termsVersion)));
  return {
    booking,
    deal: dealOf(loaded.booking),
    seen: factsThatCount(loaded.facts),
    taxes: await taxLines(db),
    service: service!,
    versionRules: version!.rules,
  };
}
