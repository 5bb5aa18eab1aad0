import { DatabaseAway } from '#server/database/away';
import type { Database } from '#server/database/database';

/** A database that is away while `gone` says so: as it looks to whoever asks it. What has begun goes on. */
export const gated = (db: Database, gone: () => boolean): Database =>
  new Proxy(db, {
    get(target, name) {
      const refuse = (): void => {
        if (gone()) throw new DatabaseAway(new Error('it is gone for a while'));
      };
      // Statements are sent by it past Drizzle's own methods (`readied`).
      if (name === 'session') refuse();
      const value: unknown = Reflect.get(target, name);
      if (typeof value !== 'function') return value;
      return (...given: unknown[]): unknown => {
        refuse();
        return (value as (...all: unknown[]) => unknown).apply(target, given);
      };
    },
  });
