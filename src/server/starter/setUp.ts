import type { Instant } from '#core/calendar/instant';
import { currencyExponent } from '#core/money/currency';
import type { Decimal } from '#core/money/decimal';
import { type Minor, minor } from '#core/money/minor';
import type { Tx } from '#server/database/database';
import { business, services, taxes, terms, termsVersions } from '#server/database/schema/business';
import { agreements } from '#server/database/schema/quotes';
import { starterAgreements } from '#server/starter/starterAgreements';
import { starterTerms } from '#server/starter/starterTerms';

export type ServiceSeed = Omit<typeof services.$inferInsert, 'currency'> & { currency?: string };

/** Services that a new installation begins with; the owner makes others. */
export const starterServices: readonly ServiceSeed[] = [
  { id: 'rental', name: 'Rental', kind: 'rental', termsId: 'rental' },
  { id: 'appointment', name: 'Appointment', kind: 'appointment', termsId: 'lesson' },
  { id: 'event', name: 'Event', kind: 'event', termsId: 'event' },
  { id: 'project', name: 'Project', kind: 'project', termsId: 'project' },
];

/** Refunds from 500 of the currency on ask again who decides them, until the owner says otherwise. */
const usualProofAbove = (currency: string): Minor => minor(500 * 10 ** currencyExponent(currency));

/** Writes the business with its terms and services, once: where there is one already, nothing changes. */
export async function setUp(
  tx: Tx,
  about: { name: string; line: string; email: string; timeZone: string; currency: string; taxRate: Decimal },
  now: Instant,
  serviceSeeds: readonly ServiceSeed[] = starterServices,
  furtherTaxes: readonly (typeof taxes.$inferInsert)[] = [],
): Promise<boolean> {
  const { taxRate, ...owner } = about;
  const made = await tx
    .insert(business)
    .values({
      ...owner,
      proofAbove: usualProofAbove(about.currency),
      ways: { hidden: ['reader', 'transfer', 'cheque', 'cash'], online: null },
    })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) return false;
  await tx.insert(taxes).values([{ code: 'VAT', label: 'VAT', rate: taxRate }, ...furtherTaxes]);
  for (const { id, name, rules } of starterTerms) {
    await tx.insert(terms).values({ id, name });
    await tx.insert(termsVersions).values({ termsId: id, version: 1, rules, madeAt: now });
  }
  await tx
    .insert(agreements)
    .values(starterAgreements.map(({ id, agreement }) => ({ id, name: agreement.name, agreement })));
  await tx
    .insert(services)
    .values(serviceSeeds.map((seed) => ({ currency: about.currency, taxCodes: ['VAT'], ...seed })));
  return true;
}
