import type { Database, Tx } from '#server/database/database';
import { AsyncLocalStorage } from 'node:async_hooks';

/** The outer database was reached inside a transaction: on PGlite that waits for ever, on a server it sees another state. */
export class OuterDatabase extends Error {
  override readonly name = 'OuterDatabase';
  constructor(what: string) {
    super(`the outer database was used inside a transaction: ${what}`);
  }
}

/** What is kept for as long as a transaction lasts, by who keeps it. */
const inside = new AsyncLocalStorage<Map<object, unknown>>();

/**
 * Something read once within a transaction, for all that asks for it there; each time anew outside of one.
 * @param owner who keeps it; another read with the same owner gives the same
 */
export async function onceInside<T>(owner: object, read: () => PromiseLike<T>): Promise<T> {
  const kept = inside.getStore();
  if (!kept) return read();
  const known = kept.get(owner) as Promise<T> | undefined;
  if (known) return known;
  // A statement runs each time that somebody waits for it: here once.
  const reading = Promise.resolve(read());
  kept.set(owner, reading);
  reading.catch(() => kept.delete(owner));
  return reading;
}

/** The same where it is being read beside something else: what is kept already stays. */
export function keptInside<T>(owner: object, reading: Promise<T>): void {
  const kept = inside.getStore();
  if (!kept || kept.has(owner)) return;
  kept.set(owner, reading);
  reading.catch(() => kept.delete(owner));
}

/** What was kept so is read anew when it is asked for again: it has been changed. */
export const changedInside = (owner: object): void => void inside.getStore()?.delete(owner);

/** Who keeps what is done once a transaction is over. */
const ends = {};

/** Done once the transaction that runs is over, whether it was kept or not; at once outside of one. */
export function onceOver(work: () => void): void {
  const kept = inside.getStore();
  if (!kept) return work();
  (kept.get(ends) as (() => void)[]).push(work);
}

/** For what a transaction sets off and does not wait for. */
export const outsideTransactions = <T>(work: () => T): T => inside.exit(work);

/**
 * A database that refuses to be used by what runs inside one of its own transactions.
 * @param begun is told of each transaction
 */
export function onlyInside(db: Database, begun: () => void = () => undefined): Database {
  const begin = db.transaction.bind(db);
  const own: { transaction: Database['transaction'] } = {
    transaction: (work, config) => {
      if (inside.getStore()) throw new OuterDatabase('transaction');
      begun();
      const ended: (() => void)[] = [];
      // One that is repeated keeps nothing of what it read before.
      const run = (tx: Tx) => inside.run(new Map<object, unknown>([[ends, ended]]), () => work(tx));
      return begin(run, config).finally(() => {
        for (const end of ended) end();
      });
    },
  };
  return new Proxy(db, {
    get(target, name) {
      if (name === 'transaction') return own.transaction;
      // Who sends past Drizzle's own methods (`readied`) is refused there as well.
      if (name === 'session' && inside.getStore()) throw new OuterDatabase(name);
      const value: unknown = Reflect.get(target, name);
      if (typeof value !== 'function') return value;
      return (...given: unknown[]): unknown => {
        if (inside.getStore()) throw new OuterDatabase(String(name));
        return (value as (...all: unknown[]) => unknown).apply(target, given);
      };
    },
    set: (target, name, value) => Reflect.set(name === 'transaction' ? own : target, name, value),
  });
}
