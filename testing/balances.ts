import type { Database } from '#server/database/database';
import { rowsOf } from '#server/database/database';
import { sql } from 'drizzle-orm';

/** What an account comes to over all entries; debits are positive. */
export async function balanceOf(db: Database, account: string): Promise<number> {
  const [row] = await rowsOf<{ balance: string }>(
    db,
    sql`select coalesce(sum(amount), 0)::text as balance from journal_lines where account = ${account}`,
  );
  return Number(row!.balance);
}
