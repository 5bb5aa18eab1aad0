import { emptyLedger, type Ledger, ledgerOf, withFact } from '#core/booking/ledger';
import { accounts } from '#core/journal/entry';
import { entryUnder, postingRules } from '#core/journal/entryForFact';
import { minor, sum } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';
import type { LoadedBooking } from '#server/booking/lockBooking';
import type { Database } from '#server/database/database';
import { facts as factTable } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { keptLineText, lineText } from '#server/verify/lineText';
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
    return [{ description: made.description, lines: made.lines.map(lineText) }];
  });
}

/** The journal of a booking equals what its facts append, and owes its client what is in hand until it is closed. */
export async function verifyJournal(db: Database, { booking, facts }: LoadedBooking): Promise<Difference[]> {
  const rows = await db
    .select({ entry: journalEntries, line: journalLines })
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
  for (const { entry, line } of rows) {
    if (kept.at(-1)?.seq !== entry.seq) kept.push({ seq: entry.seq, description: entry.description, lines: [] });
    kept.at(-1)!.lines.push(keptLineText(line));
    rulesOfFact.set(entry.factSeq, entry.rules);
  }
  const entries = kept.map(({ description, lines }) => ({ description, lines }));
  const computed = entriesOf(facts, (index) => rulesOfFact.get(seqs[index]?.seq ?? null) ?? postingRules);

  const ledger = ledgerOf(facts);
  const held = (account: string): number =>
    sum(rows.filter(({ line }) => line.account === account).map(({ line }) => line.amount));
  const closed = ledger.delivered || ledger.cancelled !== null;
  const inHand = sum(ledger.receipts.map((receipt) => receipt.amount - receipt.refunded));
  const { security, taxed } = ledger;
  // Receipts less what went back, less their tax.
  const deposits = minor(inHand - security - taxSum(taxed));
  return [
    ...differs('journal', booking.number, entries, computed),
    ...(closed ? [] : differs('client deposits', booking.number, 0 - held(accounts.clientDeposits), deposits)),
    ...(closed ? [] : differs('refundable deposits', booking.number, 0 - held(accounts.refundableDeposits), security)),
  ];
}
