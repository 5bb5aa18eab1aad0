import { taxShown } from '#core/invoices/taxShown';
import { type Minor, sum } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxesMore } from '#core/price/taxSums';
import type { Database } from '#server/database/database';
import { documents } from '#server/database/schema/documents';
import type { Period } from '#server/queries/books/period';
import { and, asc, gt, gte, inArray, lte, notLike } from 'drizzle-orm';

type Row = typeof documents.$inferSelect;
const batch = 1000;

const shown = ({ kind, taxes, body: { deducted } }: Row) => ({ kind, taxes, deducted });

/**
 * What invoices and credit notes of a period show of each tax, each sum once: a final invoice without what it deducts, and
 * one that is taken back in full gives that back to the documents on account.
 */
export async function taxOnDocuments(
  db: Database,
  { from, until }: Period,
): Promise<{ readonly code: string; readonly currency: string; readonly amount: Minor; readonly base: Minor }[]> {
  const found = new Map<string, TaxAmount[]>();
  let after = 0;
  for (;;) {
    const rows = await db
      .select()
      .from(documents)
      .where(
        and(
          gte(documents.day, from),
          lte(documents.day, until),
          gt(documents.place, after),
          notLike(documents.series, 'trial%'),
        ),
      )
      .orderBy(asc(documents.place))
      .limit(batch);
    const last = rows.at(-1);
    if (!last) break;
    after = last.place;
    const taken = rows.flatMap(({ creditOf }) => (creditOf === null ? [] : [creditOf]));
    const credited = taken.length === 0 ? [] : await db.select().from(documents).where(inArray(documents.id, taken));
    const all = taken.length === 0 ? [] : await db.select().from(documents).where(inArray(documents.creditOf, taken));
    for (const row of rows) {
      const of = credited.find(({ id }) => id === row.creditOf);
      const before = all.filter(({ creditOf, place }) => creditOf === of?.id && place <= row.place);
      const leaves = of ? sum([of.total, ...before.map(({ total }) => total)]) : null;
      const taxes = taxShown(shown(row), of?.kind === 'final' && leaves === 0 ? shown(of) : null);
      found.set(row.currency, taxesMore(found.get(row.currency) ?? [], taxes));
    }
  }
  return [...found].flatMap(([currency, taxes]) => taxes.map((tax) => ({ ...tax, currency })));
}
