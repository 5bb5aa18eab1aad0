import type { Instant } from '#core/calendar/instant';
import type { JournalEntry } from '#core/journal/entry';
import type { Tx } from '#server/database/open';
import { accountBalances, journalEntries, journalLines } from '#server/database/schema/journal';
import { sql } from 'drizzle-orm';

/** Appends an entry and moves the balances of its accounts, in the transaction of the fact that it records. */
export async function appendEntry(
  tx: Tx,
  entry: JournalEntry,
  about: { at: Instant; currency: string; bookingId?: string; factSeq?: number },
): Promise<void> {
  const { at, currency, bookingId = null, factSeq = null } = about;
  const [row] = await tx
    .insert(journalEntries)
    .values({ at, bookingId, factSeq, description: entry.description })
    .returning({ seq: journalEntries.seq });
  await tx
    .insert(journalLines)
    .values(entry.lines.map(({ account, amount }, line) => ({ entrySeq: row!.seq, line, account, amount, currency })));
  for (const { account, amount } of [...entry.lines].sort((a, b) => (a.account < b.account ? -1 : 1))) {
    // Sorted, so that two transactions never wait for each other's rows.
    await tx
      .insert(accountBalances)
      .values({ account, currency, balance: amount })
      .onConflictDoUpdate({
        target: [accountBalances.account, accountBalances.currency],
        set: { balance: sql`${accountBalances.balance} + ${amount}` },
      });
  }
}
