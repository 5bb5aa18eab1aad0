import type { Database, Tx } from '#server/database/database';

/** What Drizzle keeps in a database or a transaction: by this a statement is sent there. Nothing of it is promised. */
type Session = { readonly client: unknown; readonly logger: unknown };
const sessionOf = (db: Database | Tx): Session => (db as unknown as { session: Session }).session;

type Prepared<R> = { execute(values: Record<string, unknown>): Promise<R> };
type Preparable<R> = { prepare(name: string): Prepared<R> };

/**
 * A statement whose text is made once and not at each use: of a wide row Drizzle takes longer for that than the engine
 * takes to carry it out.
 * @param make builds it, with `sql.placeholder` where its values go
 * @returns sends it with its values, wherever it is asked for
 */
export function readied<V extends Record<string, unknown>, R>(
  make: (db: Database | Tx) => Preparable<R>,
): (db: Database | Tx, values: V) => Promise<R> {
  /** By what a session is of: each driver sends in its own way. */
  const made = new Map<unknown, Prepared<R>>();
  return (db, values) => {
    const session = sessionOf(db);
    const driver = session.constructor;
    // Without a name: a server would keep it with the connection, which one between us may give to others.
    const prepared = made.get(driver) ?? make(db).prepare('');
    made.set(driver, prepared);
    const { client, logger } = session;
    return (Object.create(prepared, { client: { value: client }, logger: { value: logger } }) as Prepared<R>).execute(
      values,
    );
  };
}
