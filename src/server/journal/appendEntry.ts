import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { postingRules } from '#core/journal/entryForFact';
import { type Account, accounts, type JournalEntry, type JournalLine } from '#core/journal/entry';
import type { Tx } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { whileOpen } from '#server/journal/booksLock';
import { journalEntries, journalLines } from '#server/database/schema/journal';

/** The day on which it is booked: its own, or the first open one where that is in a closed period. */
async function bookedOn(tx: Tx, at: Instant): Promise<PlainDate> {
  await whileOpen(tx);
  const [owner] = await tx.select({ zone: business.timeZone, closedUntil: business.closedUntil }).from(business);
  const day = localDate(at, owner!.zone);
  const { closedUntil } = owner!;
  return closedUntil !== null && day <= closedUntil ? addDays(closedUntil, 1) : day;
}

/** What stands apart for each processor. */
export const ofProcessors: ReadonlySet<Account> = new Set([accounts.cardClearing, accounts.processorFees]);

export const isOfProcessor = ({ account }: JournalLine): boolean => ofProcessors.has(account);

/** Appends an entry, in the transaction of the fact that it records. */
export async function appendEntry(
  tx: Tx,
  entry: JournalEntry,
  given: {
    readonly at: Instant;
    readonly currency: string;
    readonly bookingId?: string;
    readonly factSeq?: number;
    /** The number or id of what it is of, where that is no booking. */
    readonly about?: string;
    /** Whose account collects or pays out, where lines of a processor are in it. */
    readonly processor?: string;
  },
): Promise<void> {
  const day = await bookedOn(tx, given.at);
  const { at, currency, bookingId = null, factSeq = null, about = '', processor = '' } = given;
  const [row] = await tx
    .insert(journalEntries)
    .values({
      at,
      day,
      bookingId,
      factSeq,
      about,
      description: entry.description,
      rules: postingRules,
    })
    .returning({ seq: journalEntries.seq });
  await tx.insert(journalLines).values(
    entry.lines.map(({ account, amount, tax }, line) => ({
      entrySeq: row!.seq,
      line,
      account,
      amount,
      currency,
      day,
      taxCode: tax?.code ?? null,
      taxBase: tax?.base ?? null,
      processor: ofProcessors.has(account) ? processor : '',
    })),
  );
}
