import { type BackupHeader } from '#server/backup/format';
import { sealLines } from '#server/backup/seal';
import { type Database, rowsOf, type Tx } from '#server/database/database';
import { migrationCounts } from '#server/database/migrations';
import { sql } from 'drizzle-orm';

/** So many rows are asked for at once, as long as they are not long; a page of long ones is halved. */
const page = { first: 20, most: 500, letters: 2_000_000 };

/** All tables with data, those of the stand-ins with ours. */
const tablesOf = (tx: Tx): Promise<{ name: string }[]> =>
  rowsOf(
    tx,
    sql`select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables
        where schemaname in ('public', 'world') and tablename not like '\\_\\_%' order by 1`,
  );

/**
 * Writes everything that an installation keeps into a sealed file, as of one moment. On PGlite whoever else wants the
 * database waits for it. @returns how many rows it has
 */
export async function writeBackup(
  db: Database,
  { file, passphrase, secret }: { readonly file: string; readonly passphrase: string; readonly secret: string },
): Promise<number> {
  let rows = 0;
  await sealLines(file, passphrase, async (write) => {
    const [own, world] = migrationCounts();
    const header: BackupHeader = {
      ostendo: 'backup',
      format: 1,
      madeAt: new Date().toISOString(),
      migrations: [own, world],
      secret,
    };
    await write(JSON.stringify(header));
    await db.transaction(
      async (tx) => {
        if (rows > 0) throw new Error('a backup that was begun is not begun again in the same file');
        for (const { name } of await tablesOf(tx)) {
          await write(JSON.stringify({ $table: name }));
          rows += await writeTable(tx, name, write);
        }
      },
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    );
    await write(JSON.stringify({ $end: rows }));
  });
  return rows;
}

async function writeTable(tx: Tx, name: string, write: (line: string) => Promise<void>): Promise<number> {
  await tx.execute(sql.raw(`declare kept no scroll cursor for select to_jsonb(t)::text as row from ${name} t`));
  let count = 0;
  let size = page.first;
  for (;;) {
    const rows = await rowsOf<{ row: string }>(tx, sql.raw(`fetch ${size} from kept`));
    for (const { row } of rows) await write(row);
    count += rows.length;
    if (rows.length < size) break;
    const letters = rows.reduce((sum, { row }) => sum + row.length, 0);
    size = letters > page.letters ? Math.max(1, Math.floor(size / 2)) : Math.min(page.most, size * 2);
  }
  await tx.execute(sql.raw('close kept'));
  return count;
}
