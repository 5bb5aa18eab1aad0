import { emptyLedger, type Ledger, withFact } from '#core/bookings/ledger';
import { accounts } from '#core/books/journal/entry';
import { entryUnder, postingRules } from '#core/books/journal/entryForFact';
import { minor, sum } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import { keptLineText, lineText } from '#server/verify/lineText';
import { type Difference, differs, listDiffers } from '#server/verify/differs';
import type { Piece } from '#server/verify/readPiece';

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
export function verifyJournal(piece: Piece, { booking, facts }: LoadedBooking, ledger: Ledger): Difference[] {
  const { id, number } = booking;
  const rows = piece.lines(id);
  const seqs = piece.seqs(id);
  const kept: Entry[] = [];
  const rulesOfFact = new Map<number | null, number>();
  let last: number | null = null;
  for (const { entry, line } of rows) {
    if (last !== entry.seq) kept.push({ description: entry.description, lines: [] });
    if (line) kept.at(-1)!.lines.push(keptLineText(line));
    rulesOfFact.set(entry.factSeq, entry.rules);
    last = entry.seq;
  }
  const computed = entriesOf(facts, (index) => rulesOfFact.get(seqs[index]?.seq ?? null) ?? postingRules);
  const held = (account: string): number => sum(rows.map(({ line }) => (line?.account === account ? line.amount : 0)));
  const closed = ledger.delivered || ledger.cancelled !== null;
  const inHand = sum(ledger.receipts.map((receipt) => receipt.amount - receipt.refunded));
  const { security, taxed } = ledger;
  // Receipts less what went back, less their tax.
  const deposits = minor(inHand - security - taxSum(taxed));
  return [
    ...entriesDiffer(number, kept, computed),
    ...(closed ? [] : differs('client deposits', number, 0 - held(accounts.clientDeposits), deposits)),
    ...(closed ? [] : differs('refundable deposits', number, 0 - held(accounts.refundableDeposits), security)),
  ];
}

/** Each line that is missing or too much, by its entry; where all are there, their order. */
function entriesDiffer(number: string, kept: readonly Entry[], computed: readonly Entry[]): Difference[] {
  const all = (entries: readonly Entry[]): string[] =>
    entries.flatMap(({ description, lines }) => [description, ...lines.map((line) => `${description}: ${line}`)]);
  const lines = listDiffers('journal', number, all(kept), all(computed));
  return lines.length > 0 ? lines : differs('order of the journal', number, kept, computed);
}
