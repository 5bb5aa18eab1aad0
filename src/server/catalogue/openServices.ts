import { takesNoPlace } from '#core/places/rules';
import type { Database, Tx } from '#server/database/database';
import type { services } from '#server/database/schema/business';
import { termsVersions } from '#server/database/schema/business';
import { taxLines } from '#server/catalogue/taxLines';
import type { PriceInput } from '#core/price/price';
import { desc, eq } from 'drizzle-orm';

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
