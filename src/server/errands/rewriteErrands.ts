import type { WantedErrand } from '#core/agenda/wantedErrands';
import type { WantedQuoteErrand } from '#core/agenda/wantedQuoteErrands';
import type { Tx } from '#server/database/database';
import { errands } from '#server/database/schema/work';
import { eq } from 'drizzle-orm';
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
  const rows = await tx.select().from(errands).where(own);
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
  for (const errand of wanted) {
    const row = byKey.get(errand.key);
    const idle = row?.state === 'waiting' || row?.state === 'dropped';
    if (row && idle && (row.at !== errand.at || row.state === 'dropped')) {
      await tx.update(errands).set({ at: errand.at, errand, state: 'waiting' }).where(eq(errands.id, row.id));
    }
  }
  for (const row of rows) {
    if (row.state !== 'waiting' || ofDocuments.has(row.kind) || wantedKeys.has(row.key)) continue;
    await tx.update(errands).set({ state: 'dropped' }).where(eq(errands.id, row.id));
  }
}

/** Documents follow from facts that stay, and what they ask for from documents. */
export const ofDocuments: ReadonlySet<string> = new Set(['document', 'invoiceOverdue']);

/** One more errand of a booking, beside those that its standing wants. */
export async function addErrand(tx: Tx, bookingId: string, errand: WantedErrand): Promise<void> {
  const { key, kind, at } = errand;
  await tx.insert(errands).values({ id: randomUUID(), bookingId, key, kind, at, errand, state: 'waiting' });
}
