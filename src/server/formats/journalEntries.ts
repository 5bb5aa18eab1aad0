import { addDays, type PlainDate } from '#core/calendar/days';
import type { Minor } from '#core/money/minor';
import { shownExponent } from '#core/money/currency';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { accountOf, accountOfLine } from '#server/journal/accountOfLine';
import { and, asc, gt, gte, inArray, lt, lte, sql } from 'drizzle-orm';

/** Days of the business's clocks, both included; absent: from the first entry, to the last. */
export type ExportPeriod = { readonly from?: PlainDate | undefined; readonly until?: PlainDate | undefined };

export type ExportedLine = {
  readonly account: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly taxCode: string | null;
};
/** An entry as it is handed out; number 0 is what stood in the accounts before the period. */
export type ExportedEntry = {
  readonly seq: number;
  readonly day: PlainDate;
  readonly description: string;
  readonly booking: string | null;
  readonly about: string;
  readonly lines: readonly ExportedLine[];
};

/** The sum as programs for double-entry accounting read it: digits of the currency, a point. */
export function plainAmount(amount: number, currency: string): string {
  const exponent = shownExponent(currency);
  const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
  const whole = digits.slice(0, digits.length - exponent);
  return `${amount < 0 ? '-' : ''}${exponent === 0 ? whole : `${whole}.${digits.slice(-exponent)}`}`;
}

const within = ({ from, until }: ExportPeriod) =>
  and(from ? gte(journalEntries.day, from) : undefined, until ? lte(journalEntries.day, until) : undefined);

/** What stood in each account before the period, as one entry, so that balances are ours; null where nothing did. */
async function opening(db: Database, from: PlainDate): Promise<ExportedEntry | null> {
  const rows = await db
    .select({
      account: accountOfLine,
      currency: journalLines.currency,
      amount: sql<number>`sum(${journalLines.amount})::bigint`.mapWith(Number),
    })
    .from(journalLines)
    .where(lt(journalLines.day, from))
    .groupBy(accountOfLine, journalLines.currency)
    .orderBy(journalLines.currency, accountOfLine);
  const lines = rows
    .filter(({ amount }) => amount !== 0)
    .map((row) => ({ ...row, amount: row.amount as Minor, taxCode: null }));
  if (lines.length === 0) return null;
  return { seq: 0, day: addDays(from, -1), description: 'What stood before', booking: null, about: '', lines };
}

/** So many entries a statement: with 500 another visitor waits longer, as each of their statements queues behind more of these. */
const batch = 2000;

/** The journal of a period, some entries at a time, by day and then in the order in which they were appended. */
export async function* entriesOf(db: Database, period: ExportPeriod = {}): AsyncGenerator<ExportedEntry[]> {
  const before = period.from ? await opening(db, period.from) : null;
  if (before) yield [before];
  let last: { readonly day: PlainDate; readonly seq: number } | null = null;
  for (;;) {
    const rows: {
      seq: number;
      day: PlainDate;
      description: string;
      booking: string | null;
      about: string;
    }[] = await db
      .select({
        seq: journalEntries.seq,
        day: journalEntries.day,
        description: journalEntries.description,
        booking: bookings.number,
        about: journalEntries.about,
      })
      .from(journalEntries)
      .leftJoin(bookings, sql`${bookings.id} = ${journalEntries.bookingId}`)
      .where(
        and(
          within(period),
          last
            ? sql`(${journalEntries.day}, ${journalEntries.seq}) > (${last.day}, ${last.seq})`
            : gt(journalEntries.seq, 0),
        ),
      )
      .orderBy(asc(journalEntries.day), asc(journalEntries.seq))
      .limit(batch);
    const end = rows.at(-1);
    if (!end) return;
    const lines = await db
      .select()
      .from(journalLines)
      .where(
        inArray(
          journalLines.entrySeq,
          rows.map(({ seq }) => seq),
        ),
      )
      .orderBy(asc(journalLines.entrySeq), asc(journalLines.line));
    const linesOf = new Map<number, ExportedLine[]>(rows.map(({ seq }) => [seq, []]));
    for (const { entrySeq, amount, currency, taxCode, ...line } of lines)
      linesOf.get(entrySeq)!.push({ account: accountOf(line), amount, currency, taxCode });
    yield rows.map((row) => ({
      ...row,
      lines: linesOf.get(row.seq)!,
    }));
    last = end;
  }
}

/** The currencies that the journal has. */
export async function journalCurrencies(db: Database): Promise<string[]> {
  const used = await db
    .selectDistinct({ currency: journalLines.currency })
    .from(journalLines)
    .orderBy(journalLines.currency);
  return used.map(({ currency }) => currency);
}
