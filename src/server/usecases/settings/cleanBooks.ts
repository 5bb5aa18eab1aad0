import type { CleanBooks } from '#contracts/settings/begin';
import { ok, refuse, type Result } from '#core/result';
import { rowsOf, type Tx } from '#server/database/database';
import { changeOwner } from '#server/database/ownerRow';
import { business } from '#server/database/schema/business';
import { occupancies } from '#server/database/schema/places';
import { liveWasUsed } from '#server/paymentMethods/liveWasUsed';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';

export type CleanRefusal = { readonly code: 'live_was_used' | 'copy_is_old' | 'payment_under_way' };

/** What was tried: bookings and all that came of them. A test holds that every table is here or among what is kept. */
export const triedTables = [
  'bookings',
  'facts',
  'summaries',
  'due_parts',
  'covers',
  'clients',
  'cards',
  'client_links',
  'client_devices',
  'device_codes',
  'payment_requests',
  'request_facts',
  'request_links',
  'request_payments',
  'credit_receipts',
  'vouchers',
  'voucher_codes',
  'voucher_ends',
  'journal_entries',
  'journal_lines',
  'journal_sums',
  'journal_summed',
  'owing_bookings',
  'occupancies',
  'checkouts',
  'quotes',
  'quote_revisions',
  'quote_facts',
  'signed_documents',
  'quote_links',
  'words',
  'intents',
  'errands',
  'messages',
  'processor_events',
  'troubles',
  'dispute_answers',
  'payouts',
  'documents',
  'document_counters',
  'documents_held',
  'request_documents_held',
  'till_counts',
  // What was found in the books of before.
  'nights',
] as const;

const allTried = sql.join(
  triedTables.map((table) => sql.identifier(table)),
  sql`, `,
);

/** Secrets of links and devices open pages; a copy for a drawer has no use for them. */
const withoutSecrets = new Set([
  'client_links',
  'client_devices',
  'device_codes',
  'request_links',
  'quote_links',
  'voucher_codes',
]);

async function copied(tx: Tx): Promise<{ digest: string; tables: string }> {
  const copy: Record<string, unknown> = {};
  for (const table of triedTables) {
    if (withoutSecrets.has(table)) continue;
    const [row] = await rowsOf<{ rows: unknown }>(
      tx,
      sql`select coalesce(jsonb_agg(to_jsonb(each) order by to_jsonb(each)::text), '[]'::jsonb) as rows from ${sql.identifier(table)} each`,
    );
    copy[table] = row!.rows;
  }
  const tables = JSON.stringify(copy);
  return { digest: createHash('sha256').update(tables).digest('hex'), tables };
}

/** What was tried, as a file for the owner. */
export const triedCopy =
  ({ db }: Deps) =>
  (): Promise<{ digest: string; tables: string }> =>
    db.transaction((tx) => copied(tx));

/**
 * Begins with clean books: what was tried goes, and test accounts with it, whose payouts of it would still come; services,
 * places, terms and wording stay. Only while no live account was used, only with the copy of just now, and not while a
 * payment is under way.
 */
export const cleanBooks =
  ({ db, clock }: Deps) =>
  ({ copied: seen }: CleanBooks): Promise<Result<null, CleanRefusal>> =>
    db.transaction(async (tx): Promise<Result<null, CleanRefusal>> => {
      const [owner] = await tx.select({ begun: business.begun }).from(business).for('update');
      // Nothing comes between the copy and what is removed: whoever is writing is waited for, whoever comes then waits.
      await tx.execute(sql`lock table ${allTried} in access exclusive mode`);
      if (await liveWasUsed(tx)) return refuse({ code: 'live_was_used' });
      if ((await tx.$count(intents, eq(intents.state, 'open'))) > 0) return refuse({ code: 'payment_under_way' });
      if ((await copied(tx)).digest !== seen) return refuse({ code: 'copy_is_old' });
      const blocks = await tx.select().from(occupancies).where(isNull(occupancies.bookingId));
      // Without cascade: a table that hangs on one of these and is not named stops it.
      await tx.execute(sql`truncate ${allTried}`);
      if (blocks.length > 0) await tx.insert(occupancies).values(blocks);
      const gone = await tx
        .update(payAccounts)
        .set({ disconnectedAt: clock.now() })
        .where(eq(payAccounts.mode, 'test'))
        .returning({ id: payAccounts.id });
      const begun = { ...owner!.begun, cleaned: [...(owner!.begun.cleaned ?? []), ...gone.map(({ id }) => id)] };
      await changeOwner(tx, { lastNumber: 0, lastReceipt: 0, lastQuote: 0, begun });
      return ok(null);
    });
