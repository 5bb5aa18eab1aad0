import { DatabaseAway, DatabaseRefused, hasNoConnection, mustRepeat, saysAway } from '#server/database/away';
import type { Database, OpenDatabase, Report, Tx } from '#server/database/database';
import { clientWith, keptNames, type KeptNames } from '#server/database/keptNames';
import { isUpToDate } from '#server/database/upToDate';
import { casing, type MigrationSet, migrationSets } from '#server/database/migrations';
import { lazy } from '#server/lazy';
import type { NodePgDatabase, NodePgSession } from 'drizzle-orm/node-postgres';
import { type SQL, sql } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';
import type pg from 'pg';

/** Who has no server does not wait for its driver. */
const driver = lazy(async () => {
  const [{ drizzle, NodePgSession: Session, NodePgTransaction: Transaction }, { migrate }, { default: postgres }] =
    await Promise.all([
      import('drizzle-orm/node-postgres'),
      import('drizzle-orm/node-postgres/migrator'),
      import('pg'),
    ]);
  return { drizzle, Session, Transaction, migrate, Pool: postgres.Pool, Client: postgres.Client };
});
type Driver = Awaited<ReturnType<typeof driver>>;

/** Migrations of several starting processes wait for each other here; any number that is only ours does. */
const migrationLock = 7_307_241;

/** A transaction that met a deadlock is tried so often, with short pauses that differ from one to the other. */
const mostTries = 6;
const repeatPause = (tries: number): number => 2 ** tries * (5 + Math.random() * 10);

/** So often, and after so many milliseconds, a connection is asked for again where the server has none left: eight seconds. */
const mostWaits = 40;
const waitPause = 200;

async function repeated<T>(names: KeptNames, work: () => Promise<T>): Promise<T> {
  let waits = 0;
  for (let tries = 1; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (hasNoConnection(error) && waits < mostWaits) {
        waits++;
        tries--;
        await pause(waitPause * (0.5 + Math.random()));
        continue;
      }
      if (saysAway(error)) throw new DatabaseAway(error);
      const again = mustRepeat(error) || names.gaveUp(error);
      if (tries === mostTries || !again) throw error;
      await pause(repeatPause(tries));
    }
  }
}

/** A statement outside a transaction is one of its own, and is repeated like one. */
function repeatingPool({ Pool, Client }: Driver, names: KeptNames, options: pg.PoolConfig): pg.Pool {
  const pool = new Pool({ ...options, Client: clientWith(Client, names) });
  // The driver's many overloads come down to this one where no callback is given, as Drizzle never does.
  const once = pool.query.bind(pool) as (...given: unknown[]) => Promise<unknown>;
  pool.query = ((...args: unknown[]) => repeated(names, () => once(...args))) as pg.Pool['query'];
  return pool;
}

/**
 * Opens a connection pool to a PostgreSQL server. Its connections may end at any moment: what was asked on one fails as
 * `DatabaseAway`, and the next statement has another. At the start it waits for a server that is away.
 * @throws {DatabaseRefused} where the server answers and says no
 */
export async function openServer(
  url: string,
  report: Report,
  sets: readonly MigrationSet[] = migrationSets,
  connections = usualConnections,
): Promise<OpenDatabase> {
  const own = await driver();
  const names = keptNames();
  const pool = repeatingPool(own, names, {
    connectionString: url,
    application_name: 'ostendo',
    max: connections,
    // What is asked before an answer has come goes over at once, and is carried out in its order.
    pipeline: true,
    connectionTimeoutMillis: 10_000,
    // Another process may want them.
    idleTimeoutMillis: 10_000,
    keepAlive: true,
    // Nothing waits without end: for a lock, for a statement, for a transaction that its process forgot.
    lock_timeout: 30_000,
    statement_timeout: 300_000,
    idle_in_transaction_session_timeout: 120_000,
  });
  // Without a listener each of these ends the process: one for connections that are idle, one for those in use.
  pool.on('error', (error) => report('an idle connection to the database was lost', error));
  pool.on('connect', (client) => client.on('error', () => undefined));
  try {
    await waitForServer(pool, report);
    await sayConnections(pool, connections, report);
    const db = own.drizzle({ client: pool, casing });
    if (!(await isUpToDate(db as unknown as Database, sets))) await migrateAlone(own, pool, db, sets);
    const opened = withOwnTransactions(own, names, pool, db);
    return { db: opened, engine: 'PostgreSQL', close: () => pool.end() };
  } catch (error) {
    await pool.end();
    throw error;
  }
}

/** Connections of a process where nothing is said. */
const usualConnections = 10;

/** Says at the start where the server lets fewer connections than this process may want, and keeps to them. */
async function sayConnections(pool: pg.Pool, connections: number, report: Report): Promise<void> {
  const { rows } = await pool.query<{ lets: number }>(`
    select least(
      current_setting('max_connections')::int - current_setting('superuser_reserved_connections')::int,
      nullif((select rolconnlimit from pg_roles where rolname = current_user), -1),
      nullif((select datconnlimit from pg_database where datname = current_database()), -1)) as lets`);
  const { lets } = rows[0]!;
  if (lets >= connections) return;
  pool.options.max = Math.max(1, lets);
  const said = `it lets ${lets}, and OSTENDO_CONNECTIONS says ${connections}: all processes together need no more`;
  report('the database server lets few connections', new Error(said));
}

/** Says no for good: a wrong password or name (class 28), a database that is not there. */
const refusals = /^(28...|3D000|42501)$/;

async function waitForServer(pool: pg.Pool, report: Report): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      (await pool.connect()).release();
      return;
    } catch (error) {
      const { code = '' } = error as { code?: string };
      if (refusals.test(code)) throw new DatabaseRefused(error as Error);
      if (!saysAway(error)) throw error;
      if (tries % 10 === 0) report('the database is away; it is tried again', error);
      await pause(Math.min(250 * 2 ** tries, 3000));
    }
  }
}

type ServerDatabase = NodePgDatabase & { $client: pg.Pool };

async function migrateAlone(
  { migrate }: Driver,
  pool: pg.Pool,
  db: ServerDatabase,
  sets: readonly MigrationSet[],
): Promise<void> {
  const guard = await pool.connect();
  try {
    // Another process may take its time to migrate.
    await guard.query('set lock_timeout = 0');
    await guard.query('select pg_advisory_lock($1)', [migrationLock]);
    for (const set of sets) await migrate(db, set);
    await guard.query('select pg_advisory_unlock($1)', [migrationLock]);
  } finally {
    guard.release(true);
  }
}

type Config = Parameters<Database['transaction']>[1];

function beginning({ isolationLevel, accessMode, deferrable }: NonNullable<Config> = {}): SQL {
  const modes = [
    isolationLevel && `isolation level ${isolationLevel}`,
    accessMode,
    deferrable === undefined ? undefined : deferrable ? 'deferrable' : 'not deferrable',
  ].filter((mode) => mode !== undefined);
  return sql.raw(`begin ${modes.join(', ')}`.trim());
}

/**
 * Transactions on a connection that is given back whatever happens: Drizzle's own keeps one for ever whose `begin` fails.
 * Those that meet a deadlock are repeated, so what they run must be repeatable: it decides and writes, and calls nobody.
 */
function withOwnTransactions(
  { Session, Transaction }: Driver,
  names: KeptNames,
  pool: pg.Pool,
  db: ServerDatabase,
): Database {
  type Parts = ConstructorParameters<typeof NodePgSession>;
  const { dialect, session: outer } = db as unknown as { dialect: Parts[1]; session: { options: Parts[3] } };
  const once = async <T>(work: (tx: Tx) => Promise<T>, config?: Config): Promise<T> => {
    const client = await pool.connect();
    let broken = false;
    let over = false;
    const end = (how: 'commit' | 'rollback'): Promise<unknown> => {
      over = true;
      return client.query(how);
    };
    /** Of several things that go on side by side one may fail: what the others ask after that must not reach whoever has it next. */
    const within: Pick<pg.PoolClient, 'query'> = Object.create(client, {
      query: {
        value: (...given: Parameters<pg.PoolClient['query']>): unknown => {
          if (over) return Promise.reject(new Error('the transaction is over'));
          return client.query(...given);
        },
      },
    });
    try {
      const session = new Session(within as pg.PoolClient, dialect, undefined, outer.options);
      const tx = new Transaction(dialect, session, undefined);
      // Not waited for: it goes over with the first statement, which fails where this does.
      const begun = session.execute(beginning(config));
      begun.catch(() => undefined);
      try {
        const result = await work(tx as unknown as Tx);
        await end('commit');
        await begun;
        return result;
      } catch (error) {
        await end('rollback');
        throw error;
      }
    } catch (error) {
      broken = saysAway(error);
      throw error;
    } finally {
      client.release(broken);
    }
  };
  const transaction: Database['transaction'] = (work, config) => repeated(names, () => once(work, config));
  return Object.assign(db as unknown as Database, { transaction });
}
