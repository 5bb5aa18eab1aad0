import type { TaxLine } from '#contracts/catalogue/serviceViews';
import type { Database, Tx } from '#server/database/database';
import { allTaxes } from '#server/database/ownerRow';

export const taxLines = async (db: Database | Tx): Promise<TaxLine[]> =>
  (await allTaxes(db)).map(({ code, label, rate, category, reason }) => ({ code, label, rate, category, reason }));
