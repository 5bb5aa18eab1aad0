import { DatabaseAway } from '#server/database/away';
import type { Database } from '#server/database/database';

/** A database that is away while `gone` says so: as it looks to whoever asks it. What has begun goes on. */
export const gated = (db: Database, gone: () => boolean): Database =>
  new Proxy(db, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name);
      if (typeof value !== 'function') return value;
      return (...given: unknown[]): unknown => {
        if (gone()) throw new DatabaseAway(new Error('it is gone for a while'));
        return (value as (...all: unknown[]) => unknown).apply(target, given);
      };
    },
  });
