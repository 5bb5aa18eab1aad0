import { usedAccounts } from '#server/journal/allAccounts';
import { shownExponent } from '#core/money/currency';
import type { Database } from '#server/database/database';
import { entriesOf, type ExportPeriod, journalCurrencies, plainAmount } from '#server/formats/journalEntries';

const types: readonly (readonly [prefix: string, type: string])[] = [
  ['assets:', 'A'],
  ['liabilities:', 'L'],
  ['income:', 'R'],
  ['expenses:', 'X'],
];

const amountText = (amount: number, currency: string): string => `${plainAmount(amount, currency)} ${currency}`;

function header(currencies: readonly string[], names: readonly string[]): string {
  const commodities = currencies.map((code) => `commodity ${amountText(1000 * 10 ** shownExponent(code), code)}`);
  const declared = names.map((name) => {
    const type = types.find(([prefix]) => name.startsWith(prefix))?.[1];
    return type ? `account ${name}  ; type:${type}` : `account ${name}`;
  });
  return [...commodities, '', ...declared, ''].join('\n');
}

/** A description must not end its line nor begin a comment. */
const plainText = (text: string): string => text.replace(/[\r\n;|]+/g, ' ').trim();

/**
 * The journal of a period as plain text of double-entry accounting, piece by piece; dates are days of the business's
 * clocks. `hledger check --strict` accepts it.
 */
export async function* hledgerJournal(db: Database, period: ExportPeriod = {}): AsyncGenerator<string> {
  yield header(await journalCurrencies(db), await usedAccounts(db));
  for await (const entries of entriesOf(db, period))
    yield entries
      .map(({ seq, day, description, booking, lines }) => {
        const postings = lines.map(
          ({ account, amount, currency, taxCode }) =>
            `    ${account}  ${amountText(amount, currency)}${taxCode === null ? '' : `  ; tax:${plainText(taxCode).replace(/,/g, ' ')}`}`,
        );
        const about = booking ? ` (${booking})` : '';
        return `\n${day}${about} ${plainText(description)}  ; entry:${seq}\n${postings.join('\n')}\n`;
      })
      .join('');
}
