import type { WantedErrand } from '#core/agenda/wantedErrands';
import type { WantedQuoteErrand } from '#core/agenda/wantedQuoteErrands';
import type { Tx } from '#server/database/database';
import { errands } from '#server/database/schema/work';
import { eq, inArray, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';

/**
 * Makes the agenda of a booking or quote what is wanted now: new keys come in, moments move, what is no longer wanted is
 * dropped. What was done, or is being done, stays as it is.
 */
export async function rewriteErrands(
  tx: Tx,
  subject: { readonly bookingId: string } | { readonly quoteId: string },
  wanted: readonly (WantedErrand | WantedQuoteErrand)[],
): Promise<void> {
  const own = 'bookingId' in subject ? eq(errands.bookingId, subject.bookingId) : eq(errands.quoteId, subject.quoteId);
  const rows = await tx
    .select({ id: errands.id, key: errands.key, kind: errands.kind, at: errands.at, state: errands.state })
    .from(errands)
    .where(own);
  const byKey = new Map(rows.map((row) => [row.key, row]));
  const wantedKeys = new Set(wanted.map((errand) => errand.key));

  const added = wanted.filter((errand) => !byKey.has(errand.key));
  if (added.length > 0) {
    await tx.insert(errands).values(
      added.map((errand) => ({
        id: randomUUID(),
        ...subject,
        key: errand.key,
        kind: errand.kind,
        at: errand.at,
        errand,
        state: 'waiting' as const,
      })),
    );
  }
  const moved = wanted.flatMap((errand) => {
    const row = byKey.get(errand.key);
    const idle = row?.state === 'waiting' || row?.state === 'dropped';
    return row && idle && (row.at !== errand.at || row.state === 'dropped')
      ? [{ id: row.id, at: errand.at, errand }]
      : [];
  });
  if (moved.length > 0)
    await tx.execute(
      sql`update ${errands} set at = m.at, errand = m.errand, state = 'waiting'
          from jsonb_to_recordset(${JSON.stringify(moved)}::jsonb) as m(id text, at text, errand jsonb) where errands.id = m.id`,
    );
  const dropped = rows.filter(
    ({ state, kind, key }) => state === 'waiting' && !ofDocuments.has(kind) && !wantedKeys.has(key),
  );
  if (dropped.length > 0)
    await tx
      .update(errands)
      .set({ state: 'dropped' })
      .where(
        inArray(
          errands.id,
          dropped.map(({ id }) => id),
        ),
      );
}

/** Documents follow from facts that stay, and what they ask for from documents. */
export const ofDocuments: ReadonlySet<string> = new Set(['document', 'invoiceOverdue']);

/** One more errand of a booking, beside those that its standing wants. */
export async function addErrand(tx: Tx, bookingId: string, errand: WantedErrand): Promise<void> {
  const { key, kind, at } = errand;
  await tx.insert(errands).values({ id: randomUUID(), bookingId, key, kind, at, errand, state: 'waiting' });
}
