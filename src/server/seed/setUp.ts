import type { Instant } from '#core/calendar/instant';
import { currencyExponent } from '#core/money/currency';
import { type Begun, notBegun } from '#core/settings/steps';
import { type Decimal, tenThousandths } from '#core/money/decimal';
import { nobodyNotified, type Notified } from '#core/messages/notified';
import type { Terms } from '#core/terms/terms';
import { type Minor, minor } from '#core/money/minor';
import type { Tx } from '#server/database/database';
import { business, services, taxes, terms, termsVersions } from '#server/database/schema/business';
import { agreements } from '#server/database/schema/quotes';
import { starterAgreements } from '#server/seed/starterAgreements';
import { starterTerms } from '#server/seed/starterTerms';

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

/** What an installation begins with, where that is not the usual. */
type Starting = {
  readonly services?: readonly ServiceSeed[];
  readonly terms?: readonly { readonly id: string; readonly name: string; readonly rules: Terms }[];
  readonly taxes?: readonly (typeof taxes.$inferInsert)[];
  /** Where the first hour stands; over, where nothing is said. */
  readonly begun?: Begun;
  readonly told?: Notified;
};

/** Writes the business with its terms and services, once: where there is one already, nothing changes. */
export async function setUp(
  tx: Tx,
  about: { name: string; line: string; email: string; timeZone: string; currency: string; taxRate: Decimal },
  now: Instant,
  {
    services: seeds = starterServices,
    terms: startingTerms = starterTerms,
    taxes: furtherTaxes = [],
    begun = { ...notBegun, over: true },
    told = nobodyNotified,
  }: Starting = {},
): Promise<boolean> {
  const { taxRate, ...owner } = about;
  const made = await tx
    .insert(business)
    .values({
      ...owner,
      begun,
      told,
      proofAbove: usualProofAbove(about.currency),
      ways: { hidden: ['reader', 'transfer', 'cheque', 'cash'], online: null },
    })
    .onConflictDoNothing()
    .returning();
  if (made.length === 0) return false;
  // Who charges no tax reads of none.
  const charged = tenThousandths(taxRate) > 0 ? [{ code: 'VAT', label: 'VAT', rate: taxRate }] : [];
  const allTaxes = [...charged, ...furtherTaxes];
  if (allTaxes.length > 0) await tx.insert(taxes).values(allTaxes);
  const taxCodes = charged.map(({ code }) => code);
  for (const { id, name, rules } of startingTerms) {
    await tx.insert(terms).values({ id, name });
    await tx.insert(termsVersions).values({ termsId: id, version: 1, rules, madeAt: now });
  }
  await tx
    .insert(agreements)
    .values(starterAgreements.map(({ id, agreement }) => ({ id, name: agreement.name, agreement })));
  if (seeds.length > 0)
    await tx.insert(services).values(seeds.map((seed) => ({ currency: about.currency, taxCodes, ...seed })));
  return true;
}
