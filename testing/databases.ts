import { type OpenDatabase } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { extensions, overPglite } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { migrationSets } from '#server/database/migrations';
import { PGlite } from '@electric-sql/pglite';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

/** A database of a test's own: migrated, empty, and given back when it is closed. */
export const freshDatabase = (server = process.env.OSTENDO_TEST_SERVER): Promise<OpenDatabase> =>
  server ? freshOnServer(server) : freshPglite();

const migrationsDigest = (): string => {
  const hash = createHash('sha256');
  for (const { migrationsFolder } of migrationSets)
    for (const name of readdirSync(migrationsFolder).sort())
      if (name.endsWith('.sql')) hash.update(readFileSync(join(migrationsFolder, name)));
  return hash.digest('hex').slice(0, 16);
};

/** A migrated directory as a file, made once for all test processes: a first start takes ten seconds, this one two. */
async function snapshot(): Promise<Blob> {
  const file = join(tmpdir(), `ostendo-migrated-${migrationsDigest()}.tar`);
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

/** Those that no test has now; emptying one takes 40 ms, opening another one 2 s. */
const idle: { client: PGlite; opened: OpenDatabase; empty: string }[] = [];

async function openPglite(): Promise<(typeof idle)[number]> {
  const client = await PGlite.create({ extensions, loadDataDir: await snapshot() });
  const { rows } = await client.query<{ name: string }>(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables where schemaname in ('public', 'world')`,
  );
  const empty = `truncate ${rows.map(({ name }) => name).join(', ')} restart identity cascade`;
  return { client, opened: await overPglite(client), empty };
}

async function freshPglite(): Promise<OpenDatabase> {
  const used = idle.pop() ?? (await openPglite());
  const close = async (): Promise<void> => {
    await used.client.exec(used.empty);
    idle.push(used);
  };
  return { ...used.opened, db: onlyInside(used.opened.db), close };
}

const templateLock = 7_307_242;

/** A database of its own on a server, copied from one that was migrated once. */
export async function onServer(url: string): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const name = `ostendo_${randomUUID().replaceAll('-', '')}`;
  const template = `ostendo_template_${migrationsDigest()}`;
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

async function freshOnServer(server: string): Promise<OpenDatabase> {
  const { url, drop } = await onServer(server);
  const opened = await openDatabase({ databaseUrl: url, directory: '' });
  const close = async (): Promise<void> => {
    await opened.close();
    await drop();
  };
  return { ...opened, close };
}
