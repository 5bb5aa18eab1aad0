import { causes, codeOf } from '#server/database/away';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { type MigrationSet, newestOf } from '#server/database/migrations';
import { sql } from 'drizzle-orm';

/** No such table, no such schema: nothing was ever migrated there. */
const nothingThere = new Set(['42P01', '3F000']);

/**
 * Whether all of these migrations are there, as the migrator would find: by one statement, where it takes three for each
 * set and reads every file.
 */
export async function isUpToDate(db: Database | Tx, sets: readonly MigrationSet[]): Promise<boolean> {
  const last = sets.map(
    ({ migrationsTable = '__drizzle_migrations' }) =>
      sql`(select max(created_at) from drizzle.${sql.identifier(migrationsTable)})`,
  );
  try {
    const [row] = await rowsOf<{ last: (number | null)[] }>(
      db,
      sql`select json_build_array(${sql.join(last, sql`, `)}) as last`,
    );
    return sets.every((set, index) => (row!.last[index] ?? -Infinity) >= newestOf(set));
  } catch (error) {
    for (const cause of causes(error)) if (nothingThere.has(codeOf(cause) ?? '')) return false;
    throw error;
  }
}
