import type { Instant } from '#core/calendar/instant';
import { postingRules } from '#core/journal/entryForFact';
import type { JournalEntry } from '#core/journal/entry';
import type { Tx } from '#server/database/database';
import { journalEntries, journalLines } from '#server/database/schema/journal';

/** Appends an entry, in the transaction of the fact that it records. */
export async function appendEntry(
  tx: Tx,
  entry: JournalEntry,
  about: { at: Instant; currency: string; bookingId?: string; factSeq?: number },
): Promise<void> {
  const { at, currency, bookingId = null, factSeq = null } = about;
  const [row] = await tx
    .insert(journalEntries)
    .values({ at, bookingId, factSeq, description: entry.description, rules: postingRules })
    .returning({ seq: journalEntries.seq });
  await tx
    .insert(journalLines)
    .values(entry.lines.map(({ account, amount }, line) => ({ entrySeq: row!.seq, line, account, amount, currency })));
}
