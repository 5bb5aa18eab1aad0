import { type AccountNames, accountCalled } from '#core/books/accountNames';
import type { Database } from '#server/database/database';
import { entriesOf, type ExportedEntry, type ExportPeriod, plainAmount } from '#server/formats/journalEntries';
import { stringify } from 'csv-stringify/sync';

const heads = ['entry', 'day', 'description', 'booking', 'account', 'name', 'amount', 'currency', 'tax'] as const;

/** A spreadsheet takes what begins so for a formula, and some take the wide signs for the usual ones. */
export const harmlessCell = (text: string): string =>
  /^\s*[=+\-@＝＋－＠﹢﹣﹦﹫\t\r]/.test(text) ? `'${text}` : text;

/** The journal of a period as a table, a row for each line, piece by piece. Debits are positive. */
export async function* csvJournal(db: Database, period: ExportPeriod, names: AccountNames): AsyncGenerator<string> {
  yield stringify([[...heads]]);
  const row = ({ seq, day, description, booking }: ExportedEntry, line: ExportedEntry['lines'][number]): string[] => [
    String(seq),
    day,
    harmlessCell(description),
    booking ?? '',
    line.account,
    harmlessCell(accountCalled(line.account, names)),
    plainAmount(line.amount, line.currency),
    line.currency,
    harmlessCell(line.taxCode ?? ''),
  ];
  for await (const entries of entriesOf(db, period))
    yield stringify(entries.flatMap((entry) => entry.lines.map((line) => row(entry, line))));
}

/** The journal of a period as JSON, an entry on each line, piece by piece. Sums are whole minor units of their currency. */
export async function* jsonJournal(db: Database, period: ExportPeriod): AsyncGenerator<string> {
  for await (const entries of entriesOf(db, period))
    yield entries.map((entry) => `${JSON.stringify(entry)}\n`).join('');
}
