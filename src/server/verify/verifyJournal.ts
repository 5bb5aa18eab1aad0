import { emptyLedger, type Ledger, ledgerOf, withFact } from '#core/booking/ledger';
import { accounts } from '#core/journal/entry';
import { entryUnder, postingRules } from '#core/journal/entryForFact';
import { sum } from '#core/money/minor';
import type { LoadedBooking } from '#server/booking/lockBooking';
import type { Database } from '#server/database/database';
import { facts as factTable } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { type Difference, differs } from '#server/verify/differs';
import { asc, eq } from 'drizzle-orm';

type Entry = { readonly description: string; readonly lines: string[] };

/** The entries of a booking, from its facts, each under the posting rules that its own was made under. */
function entriesOf(facts: LoadedBooking['facts'], rulesOf: (index: number) => number): Entry[] {
  let ledger: Ledger = emptyLedger;
  return facts.flatMap((fact, index): Entry[] => {
    const made = entryUnder(rulesOf(index), fact, ledger);
    ledger = withFact(ledger, fact);
    if (!made) return [];
    return [{ description: made.description, lines: made.lines.map(({ account, amount }) => `${account} ${amount}`) }];
  });
}

/** The journal of a booking equals what its facts append, and owes its client what is in hand until it is closed. */
export async function verifyJournal(db: Database, { booking, facts }: LoadedBooking): Promise<Difference[]> {
  const rows = await db
    .select({ entry: journalEntries, account: journalLines.account, amount: journalLines.amount })
    .from(journalEntries)
    .innerJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
    .where(eq(journalEntries.bookingId, booking.id))
    .orderBy(asc(journalEntries.seq), asc(journalLines.line));
  const seqs = await db
    .select({ seq: factTable.seq })
    .from(factTable)
    .where(eq(factTable.bookingId, booking.id))
    .orderBy(asc(factTable.seq));
  const kept: (Entry & { readonly seq: number })[] = [];
  const rulesOfFact = new Map<number | null, number>();
  for (const { entry, account, amount } of rows) {
    if (kept.at(-1)?.seq !== entry.seq) kept.push({ seq: entry.seq, description: entry.description, lines: [] });
    kept.at(-1)!.lines.push(`${account} ${amount}`);
    rulesOfFact.set(entry.factSeq, entry.rules);
  }
  const entries = kept.map(({ description, lines }) => ({ description, lines }));
  const computed = entriesOf(facts, (index) => rulesOfFact.get(seqs[index]?.seq ?? null) ?? postingRules);

  const ledger = ledgerOf(facts);
  const held = (account: string): number => sum(rows.filter((row) => row.account === account).map((row) => row.amount));
  const closed = ledger.delivered || ledger.cancelled !== null;
  const inHand = sum(ledger.receipts.map((receipt) => receipt.amount - receipt.refunded));
  return [
    ...differs('journal', booking.number, entries, computed),
    ...(closed ? [] : differs('client deposits', booking.number, 0 - held(accounts.clientDeposits), inHand)),
  ];
}
