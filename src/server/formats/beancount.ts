import { usedAccounts } from '#server/journal/allAccounts';
import type { Database } from '#server/database/database';
import { entriesOf, type ExportPeriod, journalCurrencies, plainAmount } from '#server/formats/journalEntries';

const roots: Readonly<Record<string, string>> = {
  assets: 'Assets',
  liabilities: 'Liabilities',
  income: 'Income',
  expenses: 'Expenses',
  // What is held is no asset; it stands against itself.
  memo: 'Equity:Memo',
};

/** `assets:card clearing` as beancount names accounts: `Assets:Card-clearing`. */
export function beancountAccount(account: string): string {
  const [root, ...rest] = account.split(':');
  const capital = (text: string): string =>
    text.charAt(0).toUpperCase() + text.slice(1).replace(/[^\p{L}\p{N}]+/gu, '-');
  return [roots[root!], ...rest.map(capital)].join(':');
}

const quoted = (text: string): string =>
  `"${text
    .replace(/[\r\n]+/g, ' ')
    .replace(/[\\"]/g, '\\$&')
    .trim()}"`;
/** Accounts are open since before any entry. */
const everSince = '1970-01-01';

/** The journal of a period in the language of beancount, piece by piece. `bean-check` accepts it. */
export async function* beancountJournal(db: Database, period: ExportPeriod = {}): AsyncGenerator<string> {
  const [first] = await journalCurrencies(db);
  const opened = (await usedAccounts(db)).map((account) => `${everSince} open ${beancountAccount(account)}`);
  yield [...(first ? [`option "operating_currency" "${first}"`, ''] : []), ...opened, ''].join('\n');
  for await (const entries of entriesOf(db, period))
    yield entries
      .map(({ seq, day, description, booking, lines }) => {
        const postings = lines.map(
          ({ account, amount, currency, taxCode }) =>
            `  ${beancountAccount(account)}  ${plainAmount(amount, currency)} ${currency}${taxCode === null ? '' : `\n    tax: ${quoted(taxCode)}`}`,
        );
        const payee = booking ? `${quoted(booking)} ` : '';
        return `\n${day} * ${payee}${quoted(description)}\n  entry: "${seq}"\n${postings.join('\n')}\n`;
      })
      .join('');
}
