import { currencyExponent } from '#core/money/currency';
import { accounts } from '#core/journal/entry';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { asc, eq, gt, sql } from 'drizzle-orm';

/** The sum as hledger reads it: digits of the currency, a point, the code after it. */
function amountText(amount: number, currency: string): string {
  const exponent = currencyExponent(currency);
  const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
  const whole = digits.slice(0, digits.length - exponent);
  return `${amount < 0 ? '-' : ''}${exponent === 0 ? whole : `${whole}.${digits.slice(-exponent)}`} ${currency}`;
}

const types: readonly (readonly [prefix: string, type: string])[] = [
  ['assets:', 'A'],
  ['liabilities:', 'L'],
  ['income:', 'R'],
  ['expenses:', 'X'],
];

function header(currencies: readonly string[]): string {
  const commodities = currencies.map((code) => `commodity ${amountText(1000 * 10 ** currencyExponent(code), code)}`);
  const declared = Object.values(accounts).map((name) => {
    const type = types.find(([prefix]) => name.startsWith(prefix))?.[1];
    return type ? `account ${name}  ; type:${type}` : `account ${name}`;
  });
  return [...commodities, '', ...declared, ''].join('\n');
}

/** A description must not end its line nor begin a comment. */
const plainText = (text: string): string => text.replace(/[\r\n;|]+/g, ' ').trim();

const batch = 2000;

/**
 * The whole journal as plain text of double-entry accounting, piece by piece, in the order in which it was appended;
 * dates are days in UTC. `hledger check --strict` accepts it.
 */
export async function* hledgerJournal(db: Database): AsyncGenerator<string> {
  const used = await db
    .selectDistinct({ currency: journalLines.currency })
    .from(journalLines)
    .orderBy(journalLines.currency);
  yield header(used.map(({ currency }) => currency));
  let after = 0;
  for (;;) {
    const entries = await db
      .select({
        seq: journalEntries.seq,
        at: journalEntries.at,
        description: journalEntries.description,
        number: bookings.number,
      })
      .from(journalEntries)
      .leftJoin(bookings, eq(bookings.id, journalEntries.bookingId))
      .where(gt(journalEntries.seq, after))
      .orderBy(asc(journalEntries.seq))
      .limit(batch);
    if (entries.length === 0) return;
    const last = entries.at(-1)!.seq;
    const lines = await db
      .select()
      .from(journalLines)
      .where(sql`${journalLines.entrySeq} > ${after} and ${journalLines.entrySeq} <= ${last}`)
      .orderBy(asc(journalLines.entrySeq), asc(journalLines.line));
    let next = 0;
    yield entries
      .map(({ seq, at, description, number }) => {
        const postings: string[] = [];
        for (; lines[next]?.entrySeq === seq; next++) {
          const { account, amount, currency } = lines[next]!;
          postings.push(`    ${account}  ${amountText(amount, currency)}`);
        }
        const about = number ? ` (${number})` : '';
        return `\n${at.slice(0, 10)}${about} ${plainText(description)}  ; entry:${seq}\n${postings.join('\n')}\n`;
      })
      .join('');
    after = last;
  }
}
