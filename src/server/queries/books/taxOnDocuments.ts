import { type Minor, minor, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxesLess, taxesMore } from '#core/price/taxSums';
import type { Database } from '#server/database/database';
import { documents } from '#server/database/schema/documents';
import type { Period } from '#server/queries/books/period';
import { and, asc, gt, gte, inArray, lte, notLike } from 'drizzle-orm';

type Row = typeof documents.$inferSelect;
const batch = 1000;

const deductedOn = ({ body }: Row): TaxAmount[] =>
  body.deducted.reduce<TaxAmount[]>((all, each) => taxesMore(all, each.taxes), []);

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
      let taxes = row.taxes;
      if (row.kind === 'final') taxes = taxesLess(taxes, deductedOn(row));
      const of = credited.find(({ id }) => id === row.creditOf);
      // The credit that leaves nothing of a final invoice.
      const before = all.filter(({ creditOf, place }) => creditOf === of?.id && place <= row.place);
      const rest = of ? before.reduce<number>((left, { total }) => left + total, of.total) : null;
      if (of?.kind === 'final' && rest === 0) taxes = taxesMore(taxes, deductedOn(of));
      found.set(row.currency, taxesMore(found.get(row.currency) ?? [], taxes));
    }
  }
  return [...found].flatMap(([currency, taxes]) =>
    taxes.map(({ code, base, amount }) => ({ code, currency, base: minor(base), amount: minor(amount + zero) })),
  );
}
