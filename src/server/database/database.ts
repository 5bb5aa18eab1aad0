import type { sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';

export type Database = PgDatabase<PgQueryResultHKT>;

/** What runs inside one transaction. The outer database refuses to be used there (`OuterDatabase`). */
export type Tx = Parameters<Parameters<Database['transaction']>[0]>[0];

export type OpenDatabase = {
  readonly db: Database;
  readonly engine: 'PGlite' | 'PostgreSQL';
  /** How many transactions this process has begun; whoever sees it unchanged knows that nothing was written meanwhile. */
  begun?(): number;
  /** What nobody does by itself for a database without a server: to be called now and then. */
  tend?(): Promise<unknown>;
  close(): Promise<void>;
};

/** What a line of the log is about: ids and states only. */
export type About = Readonly<Record<string, string | number | null>>;
/** Something failed that will be tried again, or needs a look. */
export type Report = (problem: string, error: unknown, about?: About) => void;

/** The rows of a statement that has no table of its own: both drivers wrap them differently. */
export async function rowsOf<T>(db: Database | Tx, statement: ReturnType<typeof sql>): Promise<T[]> {
  const result = (await db.execute(statement)) as unknown as { rows: T[] };
  return result.rows;
}
