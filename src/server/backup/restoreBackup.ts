import { BackupFailed, BackupHeader } from '#server/backup/format';
import { openLines } from '#server/backup/seal';
import { type Database, type OpenDatabase, rowsOf, type Tx } from '#server/database/database';
import { migrationCounts, type MigrationSet, setsUpTo } from '#server/database/migrations';
import { sql } from 'drizzle-orm';

/** So many letters of rows go into one statement. */
const mostLetters = 1_000_000;

export type Restored = { readonly header: BackupHeader; readonly rows: number };

/** Reads the first line of a backup. @throws {BackupFailed} */
async function headed(lines: AsyncGenerator<string>): Promise<BackupHeader> {
  const first = await lines.next();
  let said: unknown;
  try {
    said = JSON.parse(first.value as string);
  } catch {
    said = null;
  }
  const header = BackupHeader.safeParse(said);
  if (!header.success) throw new BackupFailed('backup_not_opened', 'it is sealed, and no backup of Ostendo');
  const [own, world] = migrationCounts();
  if (header.data.migrations[0] > own || header.data.migrations[1] > world)
    throw new BackupFailed('backup_newer', 'it was made by a newer version: restore it with that one');
  return header.data;
}

/**
 * Puts a backup into a database that is empty, in one transaction: all of it is there then, or nothing.
 * @param openAt opens the database with its schema as these migrations leave it; who opens it later brings it up to date
 * @throws {BackupFailed}
 */
export const restoreBackup = (file: string, passphrase: string, openAt: OpenAt): Promise<Restored> =>
  restoreLines(openLines(file, passphrase), openAt);

type OpenAt = (sets: readonly MigrationSet[], header: BackupHeader) => Promise<OpenDatabase>;

/** The same of its lines, once their seal is open. @throws {BackupFailed} */
export async function restoreLines(lines: AsyncGenerator<string>, openAt: OpenAt): Promise<Restored> {
  const header = await headed(lines);
  const { sets, forget } = setsUpTo(header.migrations);
  try {
    const opened = await openAt(sets, header);
    try {
      return { header, rows: await load(opened.db, lines) };
    } finally {
      await opened.close();
    }
  } finally {
    forget();
  }
}

async function load(db: Database, lines: AsyncGenerator<string>): Promise<number> {
  let begun = false;
  return db.transaction(async (tx) => {
    if (begun) throw new Error('what was read of a backup is not read again');
    begun = true;
    await triggersOff(tx);
    const [there] = await rowsOf<{ count: number }>(tx, sql`select count(*)::int as count from business`);
    if (there!.count > 0)
      throw new BackupFailed('not_empty', 'there is an installation already: give it an empty place');
    const rows = await loadTables(tx, lines);
    await moveSequences(tx);
    return rows;
  });
}

/** Facts may not be changed, a closed period takes no entry: neither is meant by putting back what was there. */
async function triggersOff(tx: Tx): Promise<void> {
  try {
    await tx.transaction((within) => within.execute(sql`set local session_replication_role = replica`));
  } catch {
    const needed = 'grant set on parameter session_replication_role to it, or restore as a superuser';
    throw new BackupFailed('may_not_restore', `the database's user may not switch off its triggers: ${needed}`);
  }
}

async function loadTables(tx: Tx, lines: AsyncGenerator<string>): Promise<number> {
  let table = '';
  let waiting: string[] = [];
  let letters = 0;
  let rows = 0;
  const flush = async (): Promise<void> => {
    if (waiting.length === 0) return;
    await tx.execute(
      sql`insert into ${sql.raw(table)} select * from jsonb_populate_recordset(null::${sql.raw(table)}, ${`[${waiting.join(',')}]`}::jsonb)`,
    );
    waiting = [];
    letters = 0;
  };
  for await (const line of lines) {
    if (line.startsWith('{"$end":')) {
      await flush();
      const { $end } = JSON.parse(line) as { $end: number };
      if ($end === rows) return rows;
      break;
    }
    if (line.startsWith('{"$table":')) {
      await flush();
      table = (JSON.parse(line) as { $table: string }).$table;
      // It comes out of a sealed file, and stands in a statement all the same.
      if (!/^(?:public|world)\.(?:[a-z_]+|"[a-z_]+")$/.test(table)) break;
      continue;
    }
    waiting.push(line);
    rows++;
    letters += line.length;
    if (letters > mostLetters) await flush();
  }
  throw new BackupFailed('backup_damaged', 'its end is missing');
}

/** Numbers go on behind those that are taken. */
async function moveSequences(tx: Tx): Promise<void> {
  const columns = await rowsOf<{ table: string; column: string }>(
    tx,
    sql`select quote_ident(table_schema) || '.' || quote_ident(table_name) as table, column_name as column
        from information_schema.columns where table_schema in ('public', 'world') and column_default like 'nextval(%'`,
  );
  for (const { table, column } of columns) {
    const newest = sql.raw(`(select max("${column}") from ${table})`);
    await tx.execute(
      sql`select setval(pg_get_serial_sequence(${table}, ${column}), coalesce(${newest}, 1), ${newest} is not null)`,
    );
  }
}
