import { accounts, type Account } from '#core/journal/entry';
import { type Database, rowsOf } from '#server/database/open';
import { accountBalances } from '#server/database/schema/journal';
import { creditOf, leftOnVoucher } from '#server/credit/balances';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { creditReceipts, vouchers } from '#server/database/schema/credit';
import { type Difference, differs } from '#server/verify/differs';
import { and, eq, sql } from 'drizzle-orm';

/** What the books owe as credit and vouchers equals what clients and vouchers have left; nobody has less than nothing. */
export async function verifyCredit(db: Database): Promise<Difference[]> {
  const currencies = await rowsOf<{ currency: string }>(
    db,
    sql`select currency from ${bookings} union select currency from ${creditReceipts} union select currency from ${vouchers}`,
  );
  const everybody = await db.select({ id: clients.id, name: clients.name }).from(clients);
  const sold = await db.select().from(vouchers);
  const found: Difference[] = [];
  for (const { currency } of currencies) {
    let credit = 0;
    for (const { id, name } of everybody) {
      const balance = await creditOf(db, id, currency);
      credit += balance;
      if (balance < 0) found.push(...differs('credit below nothing', name, balance, 0));
    }
    let left = 0;
    for (const voucher of sold.filter((each) => each.currency === currency)) {
      const balance = await leftOnVoucher(db, voucher);
      left += balance;
      if (balance < 0) found.push(...differs('voucher below nothing', voucher.ending, balance, 0));
    }
    const owed = async (account: Account): Promise<number> => {
      const at = and(eq(accountBalances.account, account), eq(accountBalances.currency, currency));
      const [row] = await db.select().from(accountBalances).where(at);
      return 0 - (row?.balance ?? 0);
    };
    found.push(...differs('client credit', currency, await owed(accounts.clientCredit), credit));
    found.push(...differs('gift vouchers', currency, await owed(accounts.vouchers), left));
  }
  return found;
}
