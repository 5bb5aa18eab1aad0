import { type OpenDatabase } from '#server/database/database';
import { firstEdition } from '#server/database/firstDirectory';
import { openDatabase } from '#server/database/open';
import { extensions, overPglite } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { PGlite } from '@electric-sql/pglite';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';

/** A database of a test's own: migrated, empty, and given back when it is closed. */
export const freshDatabase = (server = process.env.OSTENDO_TEST_SERVER): Promise<OpenDatabase> =>
  lent(() => (server ? openOnServer(server) : openPglite()));

/** A migrated directory as a file, made once for all test processes: a first start takes ten seconds, this one two. */
async function snapshot(): Promise<Blob> {
  const file = join(tmpdir(), `ostendo-migrated-${firstEdition()}.tar`);
  if (!existsSync(file)) {
    const first = await PGlite.create({ extensions });
    await overPglite(first);
    const draft = `${file}.${process.pid}`;
    writeFileSync(draft, Buffer.from(await (await first.dumpDataDir('none')).arrayBuffer()));
    renameSync(draft, file);
    await first.close();
  }
  return new Blob([readFileSync(file)]);
}

/** Runs some SQL. @returns its last statement's rows */
type Ask = (text: string) => Promise<Record<string, unknown>[]>;
type Kept = {
  readonly opened: OpenDatabase;
  readonly ask: Ask;
  readonly tables: readonly string[];
};

/** Those that no test has now: emptying one takes 10 ms, making another one 200 on a server, and seconds without. */
const idle: Kept[] = [];

const namesOf = (rows: readonly Record<string, unknown>[]): string[] => rows.map(({ name }) => String(name));

async function keeping(opened: OpenDatabase, ask: Ask): Promise<Kept> {
  const tables = await ask(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables where schemaname in ('public', 'world')`,
  );
  return { opened, ask, tables: namesOf(tables) };
}

/** As it was when it was migrated: no row, and every sequence at its beginning. Truncating all takes ten times as long. */
async function empty({ ask, tables }: Kept): Promise<void> {
  const each = tables.map((table) => `select '${table}' as name where exists (select from ${table})`);
  const filled = namesOf(await ask(each.join(' union all ')));
  // Neither what is append-only nor what refers to each other holds this up.
  const deletions = filled.map((table) => `delete from ${table};`);
  await ask(`begin; set local session_replication_role = replica; ${deletions.join(' ')} commit`);
  // Else rows would be put where others were, and stand in another order than they came.
  if (filled.length > 0) await ask(`vacuum (index_cleanup on, truncate on) ${filled.join(', ')}`);
  await ask('select setval(seqrelid::regclass, seqstart, false) from pg_sequence');
}

/** One that is kept, or another one. Whoever has closed it does not have it any more. */
async function lent(make: () => Promise<Kept>): Promise<OpenDatabase> {
  const kept = idle.pop() ?? (await make());
  const close = async (): Promise<void> => {
    await left(kept);
    await empty(kept);
    idle.push(kept);
  };
  // A test may put something of its own in the place of a method.
  return { ...kept.opened, db: onlyInside(kept.opened.db), close };
}

/** Resolves when nothing that a test began is at work there: it would write into the next one's. */
async function left({ ask, opened }: Kept): Promise<void> {
  if (opened.engine === 'PGlite') return; // one statement after the other
  const working = `select from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and state <> 'idle'`;
  for (let tries = 0; (await ask(working)).length > 0; tries++) {
    if (tries === 200) throw new Error('a test has closed its database and still works there');
    await pause(25);
  }
}

async function openPglite(): Promise<Kept> {
  const client = await PGlite.create({ extensions, loadDataDir: await snapshot() });
  const opened = await overPglite(client);
  const ask: Ask = async (text) => (await client.exec(text)).at(-1)?.rows ?? [];
  return keeping(opened, ask);
}

/** A database of its own on a server, in which nothing is. */
export async function emptyOnServer(
  url: string,
): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const name = `ostendo_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const drop = async (): Promise<void> => {
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  };
  return { url: Object.assign(new URL(url), { pathname: `/${name}` }).href, drop };
}

const templateLock = 7_307_242;

/** A database of its own on a server, copied from one that was migrated once. */
export async function onServer(url: string): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const name = `ostendo_${randomUUID().replaceAll('-', '')}`;
  const template = `ostendo_template_${firstEdition()}`;
  const at = (database: string): string => Object.assign(new URL(url), { pathname: `/${database}` }).href;
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query('select pg_advisory_lock($1)', [templateLock]);
  const known = await admin.query('select 1 from pg_database where datname = $1', [template]);
  if (known.rowCount === 0) {
    await admin.query(`create database ${template}`);
    await (await openDatabase({ databaseUrl: at(template), directory: '' })).close();
  }
  await admin.query(`create database ${name} template ${template}`);
  await admin.query('select pg_advisory_unlock($1)', [templateLock]);
  const drop = async (): Promise<void> => {
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  };
  return { url: at(name), drop };
}

async function openOnServer(server: string): Promise<Kept> {
  const { url } = await onServer(server);
  const opened = await openDatabase({ databaseUrl: url, directory: '' });
  const own = new pg.Client({ connectionString: url });
  await own.connect();
  const ask: Ask = async (text) => {
    const answered = (await own.query(text)) as pg.QueryResult | pg.QueryResult[];
    return (Array.isArray(answered) ? answered.at(-1)! : answered).rows as Record<string, unknown>[];
  };
  return keeping(opened, ask);
}
