import type { WantedErrand } from '#core/agenda/wantedErrands';
import type { WantedQuoteErrand } from '#core/agenda/wantedQuoteErrands';
import type { Tx } from '#server/database/database';
import { errands } from '#server/database/schema/work';
import { inArray, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';

type Wanted = { readonly of: string; readonly wanted: readonly (WantedErrand | WantedQuoteErrand)[] };

/**
 * Makes the agenda of bookings or quotes what is wanted now: new keys come in, moments move, what is no longer wanted is
 * dropped. What was done, or is being done, stays as it is.
 */
export async function rewriteErrands(
  tx: Tx,
  subject: 'bookingId' | 'quoteId',
  agendas: readonly Wanted[],
): Promise<void> {
  const rows = await tx
    .select({
      id: errands.id,
      of: errands[subject],
      key: errands.key,
      kind: errands.kind,
      at: errands.at,
      state: errands.state,
    })
    .from(errands)
    .where(
      inArray(
        errands[subject],
        agendas.map(({ of }) => of),
      ),
    );
  const added: (typeof errands.$inferInsert)[] = [];
  const moved: { readonly id: string; readonly at: string; readonly errand: Wanted['wanted'][number] }[] = [];
  const dropped: string[] = [];
  for (const { of, wanted } of agendas) {
    const own = rows.filter((row) => row.of === of);
    const byKey = new Map(own.map((row) => [row.key, row]));
    for (const errand of wanted) {
      const { key, kind, at } = errand;
      const row = byKey.get(key);
      if (!row) added.push({ id: randomUUID(), [subject]: of, key, kind, at, errand, state: 'waiting' });
      else if (row.state === 'dropped' || (row.state === 'waiting' && row.at !== at))
        moved.push({ id: row.id, at, errand });
    }
    const keys = new Set(wanted.map(({ key }) => key));
    for (const { id, state, kind, key } of own)
      if (state === 'waiting' && !ofDocuments.has(kind) && !keys.has(key)) dropped.push(id);
  }
  if (added.length > 0) await tx.insert(errands).values(added);
  if (moved.length > 0)
    await tx.execute(
      sql`update ${errands} set at = m.at, errand = m.errand, state = 'waiting'
          from jsonb_to_recordset(${JSON.stringify(moved)}::jsonb) as m(id text, at text, errand jsonb) where errands.id = m.id`,
    );
  if (dropped.length > 0) await tx.update(errands).set({ state: 'dropped' }).where(inArray(errands.id, dropped));
}

/** Documents follow from facts that stay, and what they ask for from documents. */
export const ofDocuments: ReadonlySet<string> = new Set(['document', 'invoiceOverdue']);

/** One more errand of a booking, beside those that its standing wants. */
export async function addErrand(tx: Tx, bookingId: string, errand: WantedErrand): Promise<void> {
  const { key, kind, at } = errand;
  await tx.insert(errands).values({ id: randomUUID(), bookingId, key, kind, at, errand, state: 'waiting' });
}
