import type { TaxLine } from '#contracts/serviceViews';
import type { Database, Tx } from '#server/database/database';
import { taxes } from '#server/database/schema/business';
import { asc } from 'drizzle-orm';

export const taxLines = (db: Database | Tx): Promise<TaxLine[]> =>
  db
    .select({
      code: taxes.code,
      label: taxes.label,
      rate: taxes.rate,
      category: taxes.category,
      reason: taxes.reason,
    })
    .from(taxes)
    .orderBy(asc(taxes.position), asc(taxes.code));
