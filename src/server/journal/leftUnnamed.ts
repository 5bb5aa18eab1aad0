import type { Account } from '#core/books/journal/entry';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { sql } from 'drizzle-orm';

/** Entries that name the processor afterwards are about this. */
export const aboutProcessors = 'processors of before';

/** A sum that stands on an account without a processor, and was this one's. */
export type OfProcessor = {
  readonly account: Account;
  readonly currency: string;
  readonly processor: string;
  readonly amount: number;
};

/**
 * Sums that migration 0022 left without a processor, as it gave each one its own accounts, though a payout's id or a
 * request's payment says whose they were.
 */
export const leftUnnamed = async (db: Database | Tx): Promise<OfProcessor[]> => {
  const rows = await rowsOf<{ account: Account; currency: string; processor: string; amount: string }>(
    db,
    sql`with unnamed as (
          select ${journalLines.account} as account, ${journalLines.currency} as currency, ${journalLines.amount} as amount,
            ${journalEntries.about} as about
          from ${journalLines} join ${journalEntries} on ${journalEntries.seq} = ${journalLines.entrySeq}
          where ${journalLines.processor} = '' and ${journalLines.account} in ('assets:card clearing', 'expenses:processor fees')
            and ${journalEntries.bookingId} is null and ${journalEntries.about} not in ('', ${aboutProcessors})
        ), known as (
          select p.id as about, a.name as processor from payouts p
            join pay_accounts a on right(p.id, length(a.reference)) = a.reference
              -- When there was one account, they did not name it.
              or (a.id = 'first' and p.id ~ '^out_[0-9-]+_[A-Z]{3}$')
          union all
          select r.number, min(a.name) from payment_requests r
            join request_payments p on p.request_id = r.id and p.state = 'approved'
            join pay_accounts a on a.id = p.account_id
            group by r.number having min(a.name) = max(a.name)
        )
        select account, currency, processor, sum(amount)::text as amount from unnamed join known using (about)
        group by 1, 2, 3 having sum(amount) <> 0 order by 1, 2, 3`,
  );
  return rows.map((row) => ({ ...row, amount: Number(row.amount) }));
};
