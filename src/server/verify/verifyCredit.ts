import { accounts, type Account } from '#core/books/journal/entry';
import { sum } from '#core/money/minor';
import { creditOfAll, onVouchers } from '#server/credit/balances';
import type { Database } from '#server/database/database';
import { clients } from '#server/database/schema/clients';
import { vouchers } from '#server/database/schema/credit';
import { accountBalances } from '#server/database/schema/journal';
import { type Difference, differs } from '#server/verify/differs';
import { eq, inArray } from 'drizzle-orm';

/** So many vouchers are looked up in one statement. */
const batch = 1000;

/** What the books owe as credit and vouchers equals what clients and vouchers have left; nobody has less than nothing. */
export async function verifyCredit(db: Database): Promise<Difference[]> {
  const found: Difference[] = [];
  const credit = await creditOfAll(db);
  for (const { clientId, credit: balance } of credit.filter((each) => each.credit < 0)) {
    const [client] = await db.select({ name: clients.name }).from(clients).where(eq(clients.id, clientId));
    found.push(...differs('credit below nothing', client!.name, balance, 0));
  }
  const sold = await db.select().from(vouchers);
  const left: { currency: string; amount: number }[] = [];
  for (let from = 0; from < sold.length; from += batch) {
    const some = sold.slice(from, from + batch);
    const balances = await onVouchers(db, some);
    for (const { id, ending, currency } of some) {
      const balance = balances.get(id)!;
      left.push({ currency, amount: balance.left - balance.tax });
      if (balance.left < 0) found.push(...differs('voucher below nothing', ending, balance.left, 0));
      if (balance.tax < 0) found.push(...differs('tax of a voucher below nothing', ending, balance.tax, 0));
    }
  }
  const owed = await db
    .select()
    .from(accountBalances)
    .where(inArray(accountBalances.account, [accounts.clientCredit, accounts.vouchers]));
  const inBooks = (account: Account, currency: string): number =>
    0 - (owed.find((row) => row.account === account && row.currency === currency)?.balance ?? 0);
  const currencies = new Set([...credit, ...left, ...owed].map(({ currency }) => currency));
  for (const currency of currencies) {
    const own = credit.filter((each) => each.currency === currency).map((each) => each.credit);
    const onVouchers = left.filter((each) => each.currency === currency).map((each) => each.amount);
    found.push(...differs('client credit', currency, inBooks(accounts.clientCredit, currency), sum(own)));
    found.push(...differs('gift vouchers', currency, inBooks(accounts.vouchers, currency), sum(onVouchers)));
  }
  return found;
}
