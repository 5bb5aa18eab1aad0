import { type Database, rowsOf } from '#server/database/database';
import { sql } from 'drizzle-orm';

/** The files of so few pages are read whole in any case. */
const fewPages = 16;

/**
 * What a server does by itself and PGlite does not: tables that have grown by half since they were last looked through are
 * cleaned, and what is in them is counted anew. Without that the engine plans as if nothing were known of them, and reads
 * all words that were ever said to find those of one booking.
 * @returns which tables these were
 */
export async function tendTables(db: Database): Promise<string[]> {
  const grown = await rowsOf<{ name: string }>(
    db,
    sql`select format('%I.%I', n.nspname, c.relname) as name
        from pg_class c join pg_namespace n on n.oid = c.relnamespace
        where c.relkind = 'r' and n.nspname in ('public', 'world')
          and pg_relation_size(c.oid) / current_setting('block_size')::int > greatest(${fewPages}, 1.5 * c.relpages)
        order by c.relname`,
  );
  // Each by itself: whoever else asks something meanwhile waits for one of them at most.
  for (const { name } of grown) await db.execute(sql.raw(`vacuum (analyze) ${name}`));
  return grown.map(({ name }) => name);
}
