import type { BookPageView, OpenService } from '#contracts/bookViews';
import type { Agreement } from '#core/agreement/agreement';
import type { Instant } from '#core/calendar/instant';
import type { Database } from '#server/database/database';
import { business, services } from '#server/database/schema/business';
import { agreements } from '#server/database/schema/quotes';
import { businessFace } from '#server/queries/business/businessFace';
import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import { type ServiceRow, newestTerms, taxRates, isOpenToClients } from '#server/offer/openServices';

const pageAgreement = ({ name, blocks, fields }: Agreement) => ({ name, blocks, fields });

async function openService(db: Database, row: ServiceRow): Promise<OpenService> {
  const { rules: terms } = await newestTerms(db, row.termsId);
  const { when, counts, least, most, confirm, authorise, keepMinutes, answerHours, tip, agreementId } = row.booking!;
  const [agreed] = agreementId ? await db.select().from(agreements).where(eq(agreements.id, agreementId)) : [];
  const { id, name, kind, included, colour, currency, basis, unitPrice, taxMode, taxCodes, extras } = row;
  return {
    id,
    name,
    kind,
    included,
    colour,
    currency,
    basis,
    unitPrice,
    taxMode,
    taxCodes,
    extras,
    terms,
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
    timeZone: owner!.timeZone,
    now,
    rates: await taxRates(db),
    services: open,
    stopped: owner!.stopped !== null,
  };
}
