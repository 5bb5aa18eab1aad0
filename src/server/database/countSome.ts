import { mostCounted } from '#contracts/bookings/views';
import { type Database, rowsOf } from '#server/database/database';
import { type SQL, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/** How many rows there are, counted no further than `mostCounted`: one more than that stands for many. */
export async function countSome(db: Database, table: PgTable, where: SQL | undefined): Promise<number> {
  const narrowed = where ? sql`where ${where}` : sql``;
  const [row] = await rowsOf<{ count: number }>(
    db,
    sql`select count(*)::int as count from (select 1 from ${table} ${narrowed} limit ${mostCounted + 1}) counted`,
  );
  return row!.count;
}
