import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { postingRules } from '#core/books/journal/entryForFact';
import { type Account, accounts, type JournalEntry, type JournalLine } from '#core/books/journal/entry';
import { isCurrency } from '#core/money/currency';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { oneStatement } from '#server/database/oneStatement';
import { type SQL, sql } from 'drizzle-orm';
import { whileOpen } from '#server/journal/booksLock';
import { journalEntries, journalLines } from '#server/database/schema/journal';

/** The day on which something is booked: its own, or the first open one where that is in a closed period. */
async function bookedOn(tx: Tx): Promise<(at: Instant) => PlainDate> {
  const { timeZone, closedUntil } = await ownerRow(tx);
  return (at) => {
    const day = localDate(at, timeZone);
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
  /** The processor whose account collects or pays out; one for each line where the lines are of several. */
  readonly processor?: string | readonly string[];
};
export type NewEntry = EntryAbout & {
  /** It takes back what former versions booked in a currency that is none; nothing else is booked in one. */
  readonly takesBack?: true;
  readonly entry: JournalEntry;
  /** Of a fact that the same statement writes: its place among them, from one. */
  readonly factOrd?: number;
};
type Booked = NewEntry & { readonly day: PlainDate };

/** Appends an entry, in the transaction of the fact that it records. */
export const appendEntry = (tx: Tx, entry: JournalEntry, given: EntryAbout): Promise<void> =>
  appendEntries(tx, [{ ...given, entry }]);

/** The same of several, in their order. */
export async function appendEntries(tx: Tx, added: readonly NewEntry[]): Promise<void> {
  if (added.length === 0) return;
  await whileOpen(tx);
  const { given, steps } = entrySteps(await bookable(tx, added));
  await oneStatement(tx, steps, given);
}

/**
 * Entries with the days on which they are booked, by whoever holds the books open.
 * @throws {RangeError} on a currency that is none
 */
export async function bookable(tx: Tx, added: readonly NewEntry[]): Promise<Booked[]> {
  if (added.length === 0) return [];
  for (const { currency, takesBack } of added)
    if (!takesBack && !isCurrency(currency)) throw new RangeError(`no currency to book in: ${currency}`);
  const dayOf = await bookedOn(tx);
  return added.map((each) => ({ ...each, day: dayOf(each.at) }));
}

/**
 * Entries and their lines as parts of a statement, of which `given` comes first: the numbers that they get.
 * @param facts where entries are of facts that the same statement writes: a source of it with each fact's `seq` and `ord`,
 * which counts from one
 */
export function entrySteps(added: readonly Booked[], facts: SQL | null = null): { given: SQL; steps: SQL[] } {
  const entries = added.map(({ entry, at, day, bookingId = null, factSeq = null, factOrd = null, about = '' }) => ({
    at,
    day,
    booking_id: bookingId,
    fact_seq: factSeq,
    fact_ord: factOrd,
    about,
    description: entry.description,
    rules: postingRules,
  }));
  const lines = added.flatMap(({ entry, day, currency, processor = '' }, index) =>
    entry.lines.map(({ account, amount, tax }, line) => ({
      entry: index + 1,
      line,
      account,
      amount,
      currency,
      day,
      tax_code: tax?.code ?? null,
      tax_base: tax?.base ?? null,
      processor: ofProcessors.has(account) ? (typeof processor === 'string' ? processor : processor[line]!) : '',
    })),
  );
  const factSeq = facts ? sql`told.seq` : sql`fact_seq`;
  const withFacts = facts ? sql`left join ${facts} as told on told.ord = fact_ord` : sql``;
  return {
    given: sql`booked as materialized (
      select nextval('journal_entries_seq_seq') as entry_seq, each.* from (
        select * from rows from (jsonb_to_recordset(${JSON.stringify(entries)}::jsonb) as (at text, day text, booking_id text, fact_seq bigint,
          fact_ord bigint, about text, description text, rules integer)) with ordinality as
          t(at, day, booking_id, fact_seq, fact_ord, about, description, rules, place) order by place
      ) each
    ), `,
    steps: [
      sql`insert into ${journalEntries} (seq, at, day, booking_id, fact_seq, about, description, rules)
            select entry_seq, booked.at, booked.day, booking_id, ${factSeq}, about, description, rules from booked ${withFacts} order by place`,
      sql`insert into ${journalLines} (entry_seq, line, account, amount, currency, day, tax_code, tax_base, processor)
            select booked.entry_seq, l.line, l.account, l.amount, l.currency, l.day, l.tax_code, l.tax_base, l.processor
            from jsonb_to_recordset(${JSON.stringify(lines)}::jsonb) as l(entry bigint, line integer, account text, amount bigint,
              currency text, day text, tax_code text, tax_base bigint, processor text)
            join booked on booked.place = l.entry`,
    ],
  };
}
