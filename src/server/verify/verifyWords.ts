import { bookingWords, quoteWords, requestWords } from '#core/factCodec/personalData';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { requestFacts } from '#server/database/schema/credit';
import { quoteFacts } from '#server/database/schema/quotes';
import { words } from '#server/database/schema/words';
import type { Difference } from '#server/verify/differs';
import { sql } from 'drizzle-orm';

const kept = [
  { where: 'bookings', table: facts, apart: bookingWords },
  { where: 'quotes', table: quoteFacts, apart: quoteWords },
  { where: 'payment requests', table: requestFacts, apart: requestWords },
] as const;

const counted = async (db: Database | Tx, query: ReturnType<typeof sql>): Promise<number> =>
  Number((await rowsOf<{ count: string }>(db, query))[0]!.count);

/** No fact has somebody's words in it, and no words stand apart of which no fact knows. */
export async function verifyWords(db: Database | Tx): Promise<Difference[]> {
  const found: Difference[] = [];
  for (const { where, table, apart } of kept) {
    const inside = Object.entries(apart).map(
      ([kind, fields]) =>
        sql`(${table.fact}->>'kind' = ${kind} and ${table.fact} ?| string_to_array(${Object.keys(fields).join(',')}, ','))`,
    );
    const count = await counted(
      db,
      sql`select count(*)::text as count from ${table} where ${sql.join(inside, sql` or `)}`,
    );
    if (count > 0) found.push({ what: 'words inside facts', where, kept: count, computed: 0 });
  }
  // An anti-join for each table: `not in` would look through all of them for each row once they are large.
  const unheld = kept.map(({ table }) => sql`not exists (select 1 from ${table} where ${table.wordsId} = ${words.id})`);
  const lost = await counted(
    db,
    sql`select count(*)::text as count from ${words} where ${sql.join(unheld, sql` and `)}`,
  );
  if (lost > 0) found.push({ what: 'words of no fact', where: 'words', kept: lost, computed: 0 });
  return found;
}
