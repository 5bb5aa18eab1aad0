import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { postingRules } from '#core/journal/entryForFact';
import { type Account, accounts, type JournalEntry, type JournalLine } from '#core/journal/entry';
import type { Tx } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { whileOpen } from '#server/journal/booksLock';
import { journalEntries, journalLines } from '#server/database/schema/journal';

/** The day on which something is booked: its own, or the first open one where that is in a closed period. */
async function bookedOn(tx: Tx): Promise<(at: Instant) => PlainDate> {
  await whileOpen(tx);
  // Past the lock: whoever closed a period meanwhile has done so.
  const [owner] = await tx.select({ zone: business.timeZone, closedUntil: business.closedUntil }).from(business);
  const { zone, closedUntil } = owner!;
  return (at) => {
    const day = localDate(at, zone);
    return closedUntil !== null && day <= closedUntil ? addDays(closedUntil, 1) : day;
  };
}

/** What stands apart for each processor. */
export const ofProcessors: ReadonlySet<Account> = new Set([accounts.cardClearing, accounts.processorFees]);

export const isOfProcessor = ({ account }: JournalLine): boolean => ofProcessors.has(account);

export type EntryAbout = {
  readonly at: Instant;
  readonly currency: string;
  readonly bookingId?: string;
  readonly factSeq?: number;
  /** The number or id of what it is of, where that is no booking. */
  readonly about?: string;
  /** Whose account collects or pays out, where lines of a processor are in it. */
  readonly processor?: string;
};
export type NewEntry = EntryAbout & { readonly entry: JournalEntry };

/** Appends an entry, in the transaction of the fact that it records. */
export const appendEntry = (tx: Tx, entry: JournalEntry, given: EntryAbout): Promise<void> =>
  appendEntries(tx, [{ ...given, entry }]);

/** The same of several, in their order. */
export async function appendEntries(tx: Tx, added: readonly NewEntry[]): Promise<void> {
  if (added.length === 0) return;
  const dayOf = await bookedOn(tx);
  const rows = await tx
    .insert(journalEntries)
    .values(
      added.map(({ entry, at, bookingId = null, factSeq = null, about = '' }) => ({
        at,
        day: dayOf(at),
        bookingId,
        factSeq,
        about,
        description: entry.description,
        rules: postingRules,
      })),
    )
    .returning({ seq: journalEntries.seq });
  await tx.insert(journalLines).values(
    added.flatMap(({ entry, at, currency, processor = '' }, index) =>
      entry.lines.map(({ account, amount, tax }, line) => ({
        entrySeq: rows[index]!.seq,
        line,
        account,
        amount,
        currency,
        day: dayOf(at),
        taxCode: tax?.code ?? null,
        taxBase: tax?.base ?? null,
        processor: ofProcessors.has(account) ? processor : '',
      })),
    ),
  );
}
