import { lockDirectory } from '#server/database/directoryLock';
import { SyncedFileSystem, syncedStart } from '#server/database/syncedFileSystem';
import { PGlite } from '@electric-sql/pglite';
import { btree_gist } from '@electric-sql/pglite/contrib/btree_gist';
import { drizzle as drizzleServer } from 'drizzle-orm/node-postgres';
import { migrate as migrateServer } from 'drizzle-orm/node-postgres/migrator';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import type { sql } from 'drizzle-orm';
import { join } from 'node:path';
import pg from 'pg';

export type Database = PgDatabase<PgQueryResultHKT>;
/** What runs inside one transaction. The outer database must not be used there: on PGlite it would wait for ever. */
export type Tx = Parameters<Parameters<Database['transaction']>[0]>[0];

export type OpenDatabase = { readonly db: Database; readonly engine: 'PGlite' | 'PostgreSQL'; close(): Promise<void> };

/** Where migrations are read from: beside the sources in development, and in the folder that the build starts in. */
const migrationsFolder = join(process.cwd(), 'src/server/database/migrations');
/** `btree_gist` lets a constraint compare a place and a unit beside a time. */
export const extensions = { btree_gist };
const casing = 'snake_case';
/** Migrations of several starting processes wait for each other here; any number that is only ours does. */
const migrationLock = 7_307_241;

/** A server where `DATABASE_URL` is given, else PGlite in the data directory; its schema is brought up to date. */
export async function openDatabase(settings: {
  databaseUrl?: string | undefined;
  directory: string;
  /** False for data that can be made again: nothing waits for the disk. */
  durable?: boolean;
}): Promise<OpenDatabase> {
  const { databaseUrl, directory, durable = true } = settings;
  return databaseUrl ? openServer(databaseUrl) : openDirectory(directory, durable);
}

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  const db = drizzleServer({ client: pool, casing });
  const guard = await pool.connect();
  try {
    await guard.query('select pg_advisory_lock($1)', [migrationLock]);
    await migrateServer(db, { migrationsFolder });
    await guard.query('select pg_advisory_unlock($1)', [migrationLock]);
  } finally {
    guard.release();
  }
  return { db: db as unknown as Database, engine: 'PostgreSQL', close: () => pool.end() };
}

async function openDirectory(directory: string, durable: boolean): Promise<OpenDatabase> {
  const release = lockDirectory(directory);
  process.once('exit', release);
  try {
    const folder = join(directory, 'postgres');
    const client = await (durable
      ? PGlite.create({
          extensions,
          fs: new SyncedFileSystem(folder),
          startParams: syncedStart(PGlite.defaultStartParams),
        })
      : PGlite.create(folder, { extensions }));
    const opened = await overPglite(client);
    const close = async (): Promise<void> => {
      await client.close();
      release();
    };
    return { ...opened, close };
  } catch (error) {
    release();
    throw error;
  }
}

export async function overPglite(client: PGlite): Promise<OpenDatabase> {
  const db = drizzlePglite({ client, casing });
  await migratePglite(db, { migrationsFolder });
  return { db: db as unknown as Database, engine: 'PGlite', close: () => client.close() };
}

/** The rows of a statement that has no table of its own: both drivers wrap them differently. */
export async function rowsOf<T>(db: Database | Tx, statement: ReturnType<typeof sql>): Promise<T[]> {
  const result = (await db.execute(statement)) as unknown as { rows: T[] };
  return result.rows;
}
