import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';

/** The connection that the world's tables live on; by schema and by the test of imports they are the world's alone. */
export type WorldDatabase = PgDatabase<PgQueryResultHKT>;
export type WorldTx = Parameters<Parameters<WorldDatabase['transaction']>[0]>[0];
