import type { BookPageView, OpenService } from '#contracts/bookViews';
import type { Agreement } from '#core/agreement/agreement';
import { takesNoPlace } from '#core/availability/rules';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/open';
import { business, services, termsVersions } from '#server/database/schema/business';
import { agreements } from '#server/database/schema/quotes';
import { businessFace } from '#server/queries/quotes';
import { taxLines } from '#server/queries/services';
import type { PriceInput } from '#core/price/price';
import { and, asc, desc, eq, isNotNull, sql } from 'drizzle-orm';

export type ServiceRow = typeof services.$inferSelect;

/** The newest version of some terms. */
export async function newestTerms(db: Database | Tx, termsId: string) {
  const [version] = await db
    .select()
    .from(termsVersions)
    .where(eq(termsVersions.termsId, termsId))
    .orderBy(desc(termsVersions.version))
    .limit(1);
  return version!;
}

export async function taxRates(db: Database | Tx): Promise<PriceInput['taxes']> {
  return Object.fromEntries((await taxLines(db)).map(({ code, rate }) => [code, { rate }]));
}

export const isOpenToClients = ({ retired, booking, unitPrice }: ServiceRow): boolean =>
  !retired &&
  booking !== null &&
  booking.online &&
  unitPrice > 0 &&
  (booking.needs.length > 0 || takesNoPlace(booking));

const pageAgreement = ({ name, blocks, fields }: Agreement) => ({ name, blocks, fields });

async function openService(db: Database, row: ServiceRow): Promise<OpenService> {
  const { rules: terms } = await newestTerms(db, row.termsId);
  const { when, counts, least, most, confirm, authorise, keepMinutes, answerHours, tip, agreementId } = row.booking!;
  const [agreed] = agreementId ? await db.select().from(agreements).where(eq(agreements.id, agreementId)) : [];
  const { id, name, kind, included, colour, currency, basis, unitPrice, taxMode, taxCodes, extras } = row;
  return {
    ...{ id, name, kind, included, colour, currency, basis, unitPrice, taxMode, taxCodes, extras, terms },
    rules: { when, counts, least, most, confirm, authorise, keepMinutes, answerHours, tip },
    agreement: agreed ? pageAgreement(agreed.agreement) : null,
  };
}

/** The public page: what can be booked, by whom it is offered, and every rule that its sums are computed from. */
export async function bookPage(db: Database, now: Instant): Promise<BookPageView> {
  const rows = await db
    .select()
    .from(services)
    .where(and(eq(services.retired, false), isNotNull(services.booking), sql`${services.unitPrice} > 0`))
    .orderBy(asc(services.name));
  const [owner] = await db.select({ timeZone: business.timeZone, stopped: business.bookingStopped }).from(business);
  const open: OpenService[] = [];
  for (const row of rows.filter(isOpenToClients)) open.push(await openService(db, row));
  return {
    business: await businessFace(db),
    ...{ timeZone: owner!.timeZone, now, rates: await taxRates(db), services: open },
    stopped: owner!.stopped !== null,
  };
}
