import type { Database, Tx } from '#server/database/database';
import { keptName } from '#server/database/keptNames';
import type { SQL } from 'drizzle-orm';

type Prepared<R> = { execute(values: Record<string, unknown>): Promise<R> };
type Written = { readonly sql: string; readonly params: readonly unknown[] };

/** What Drizzle keeps in a database or a transaction: by this a statement is sent there. Nothing of it is promised. */
type Session = {
  readonly client: unknown;
  readonly logger: unknown;
  prepareQuery<T>(query: Written, fields: undefined, name: string, asArrays: false): Prepared<{ readonly rows: T[] }>;
};
type Dialect = { sqlToQuery(statement: SQL): Written };

const sessionOf = (db: Database | Tx): Session => (db as unknown as { session: Session }).session;
const dialectOf = (db: Database | Tx): Dialect => (db as unknown as { dialect: Dialect }).dialect;

type Preparable<R> = { prepare(name: string): Prepared<R> };

/**
 * A statement whose text is made once and not at each use: of a wide row Drizzle takes longer for that than the engine
 * takes to carry it out.
 * @param make builds it, with `sql.placeholder` where its values go
 * @returns sends it with its values, wherever it is asked for
 */
export function prepared<V extends Record<string, unknown>, R>(
  make: (db: Database | Tx) => Preparable<R>,
): (db: Database | Tx, values: V) => Promise<R> {
  return sentWith((db) => make(db).prepare(keptName));
}

/** The same of a statement that has no table of its own: what `rowsOf` is to one that is made at each use. */
export function preparedRows<V extends Record<string, unknown>, Row>(
  statement: SQL,
): (db: Database | Tx, values: V) => Promise<Row[]> {
  const send = sentWith<V, { readonly rows: Row[] }>((db) =>
    sessionOf(db).prepareQuery(dialectOf(db).sqlToQuery(statement), undefined, keptName, false),
  );
  return async (db, values) => (await send(db, values)).rows;
}

/** Carries out a statement whose text comes again, made anew as it is. */
export const carryOutKept = <Row>(db: Database | Tx, statement: SQL): Promise<{ readonly rows: Row[] }> =>
  sessionOf(db).prepareQuery<Row>(dialectOf(db).sqlToQuery(statement), undefined, keptName, false).execute({});

function sentWith<V extends Record<string, unknown>, R>(
  make: (db: Database | Tx) => Prepared<R>,
): (db: Database | Tx, values: V) => Promise<R> {
  /** By what a session is of: each driver sends in its own way. */
  const made = new Map<unknown, Prepared<R>>();
  return (db, values) => {
    const session = sessionOf(db);
    const driver = session.constructor;
    const prepared = made.get(driver) ?? make(db);
    made.set(driver, prepared);
    const { client, logger } = session;
    return (Object.create(prepared, { client: { value: client }, logger: { value: logger } }) as Prepared<R>).execute(
      values,
    );
  };
}
