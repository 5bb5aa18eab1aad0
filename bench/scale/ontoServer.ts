import { type Database, rowsOf } from '#server/database/database';
import { outsideTransactions } from '#server/database/onlyInside';
import { sql } from 'drizzle-orm';

type Named = { readonly schema: string; readonly name: string };

/** Copies the data of one migrated database into another, table by table: the same rows on PGlite and on a server. */
export async function ontoServer(from: Database, to: Database): Promise<void> {
  const tables = await rowsOf<Named>(
    from,
    sql`select table_schema as schema, table_name as name from information_schema.tables
        where table_type = 'BASE TABLE' and table_schema in ('public', 'world') and table_name not like '%migrations%'`,
  );
  // One connection: the setting is of its session.
  await to.transaction(async (tx) => {
    await tx.execute(sql.raw('set local session_replication_role = replica'));
    for (const { schema, name } of tables) {
      const table = `"${schema}"."${name}"`;
      const [whole] = await outsideTransactions(() =>
        rowsOf<{ rows: string | null }>(from, sql.raw(`select json_agg(t)::text rows from ${table} t`)),
      );
      await tx.execute(sql.raw(`delete from ${table}`));
      if (whole!.rows)
        await tx.execute(
          sql`insert into ${sql.raw(table)} select * from jsonb_populate_recordset(null::${sql.raw(table)}, ${whole!.rows}::jsonb)`,
        );
    }
    const serials = await rowsOf<{ table: string; column: string }>(
      tx,
      sql`select quote_ident(table_schema) || '.' || quote_ident(table_name) as table, column_name as column
          from information_schema.columns where column_default like 'nextval%' and table_schema in ('public', 'world')`,
    );
    for (const { table, column } of serials)
      await tx.execute(
        sql.raw(
          `select setval(pg_get_serial_sequence('${table}', '${column}'), greatest((select max("${column}") from ${table}), 1))`,
        ),
      );
  });
}
