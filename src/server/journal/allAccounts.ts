import { accounts } from '#core/books/journal/entry';
import type { Database } from '#server/database/database';
import { journalLines } from '#server/database/schema/journal';
import { payAccounts } from '#server/database/schema/ways';
import { ofProcessors } from '#server/journal/appendEntry';
import { accountOf } from '#server/journal/accountOfLine';
import { inArray } from 'drizzle-orm';

const all = (processors: readonly string[]): string[] =>
  Object.values(accounts).flatMap((account) => [
    account,
    ...(ofProcessors.has(account) ? processors.map((processor) => accountOf({ account, processor })) : []),
  ]);

const connected = async (db: Database): Promise<string[]> =>
  (await db.selectDistinct({ name: payAccounts.name }).from(payAccounts)).map(({ name }) => name);

/** Every account that there is: those of all books, and what stands apart for each processor that was ever connected. */
export const allAccounts = async (db: Database): Promise<string[]> => all((await connected(db)).sort());

/** The same with every processor that the journal names: what is handed out declares what it uses. */
export async function usedAccounts(db: Database): Promise<string[]> {
  const seen = await db
    .selectDistinct({ name: journalLines.processor })
    .from(journalLines)
    .where(inArray(journalLines.account, [...ofProcessors]));
  const names = new Set([...(await connected(db)), ...seen.map(({ name }) => name)]);
  return all([...names].filter(Boolean).sort());
}
