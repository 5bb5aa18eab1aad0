import type { TillDay, TillView } from '#contracts/books/views';
import { accounts } from '#core/books/journal/entry';
import { isCurrency } from '#core/money/currency';
import { type Minor, minor, sum } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { journalLines, tillCounts } from '#server/database/schema/journal';
import { balancesOf } from '#server/journal/sums';
import { and, asc, desc, eq, gte, sql } from 'drizzle-orm';

const mostDays = 60;

/** What is in the till by the books, and by day what came and went, with what was counted. */
export async function tillView(db: Database): Promise<TillView> {
  const balances = await balancesOf(db, accounts.cash);
  const moved = (sign: '>' | '<') =>
    sql<number>`coalesce(sum(${journalLines.amount}) filter (where ${journalLines.amount} ${sql.raw(sign)} 0), 0)::bigint`.mapWith(
      Number,
    );
  const tills = [];
  for (const { currency, balance } of balances) {
    // Counted by mistake in former times, and taken back since: nothing that a till could hold.
    if (balance === 0 && !isCurrency(currency)) continue;
    const days = await db
      .select({ day: journalLines.day, came: moved('>'), went: moved('<') })
      .from(journalLines)
      .where(and(eq(journalLines.account, accounts.cash), eq(journalLines.currency, currency)))
      .groupBy(journalLines.day)
      .orderBy(desc(journalLines.day))
      .limit(mostDays);
    const oldest = days.at(-1)?.day;
    const counts = oldest
      ? await db
          .select()
          .from(tillCounts)
          .where(and(gte(tillCounts.day, oldest), eq(tillCounts.currency, currency)))
          .orderBy(asc(tillCounts.at))
      : [];
    let after: Minor = balance;
    const lines = days.map(({ day, came, went }): TillDay => {
      const own = counts.filter((count) => count.day === day);
      const line = {
        day,
        came: minor(came),
        went: minor(0 - went),
        balance: after,
        counted: own.map(({ at, counted, expected, note }) => ({
          at,
          counted,
          difference: minor(counted - expected),
          note,
        })),
      };
      after = minor(after - sum([came, went]));
      return line;
    });
    tills.push({ currency, balance, days: lines });
  }
  return { tills };
}
