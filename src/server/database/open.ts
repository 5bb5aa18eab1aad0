import { openDirectory } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { openServer } from '#server/database/openServer';
import type { sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';

export type Database = PgDatabase<PgQueryResultHKT>;
/** What runs inside one transaction. The outer database refuses to be used there (`OuterDatabase`). */
export type Tx = Parameters<Parameters<Database['transaction']>[0]>[0];

export type OpenDatabase = { readonly db: Database; readonly engine: 'PGlite' | 'PostgreSQL'; close(): Promise<void> };
/** Something failed that will be tried again, or needs a look. */
export type Report = (problem: string, error: unknown) => void;

/** A server where `DATABASE_URL` is given, else PGlite in the data directory; its schema is brought up to date. */
export async function openDatabase(settings: {
  databaseUrl?: string | undefined;
  directory: string;
  /** False for data that can be made again: nothing waits for the disk. */
  durable?: boolean;
  report?: Report;
}): Promise<OpenDatabase> {
  const { databaseUrl, directory, durable = true, report = () => undefined } = settings;
  const opened = await (databaseUrl ? openServer(databaseUrl, report) : openDirectory(directory, durable));
  return { ...opened, db: onlyInside(opened.db) };
}

/** The rows of a statement that has no table of its own: both drivers wrap them differently. */
export async function rowsOf<T>(db: Database | Tx, statement: ReturnType<typeof sql>): Promise<T[]> {
  const result = (await db.execute(statement)) as unknown as { rows: T[] };
  return result.rows;
}
