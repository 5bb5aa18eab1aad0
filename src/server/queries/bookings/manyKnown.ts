import { mostCounted } from '#contracts/views';
import type { Database } from '#server/database/database';

/** Counted so much further, so that what is many by this stays it for a while, whatever is cancelled or opened again. */
const beyond = mostCounted / 4;
/** How far anything is counted that may turn out to be many. */
export const countedTo = mostCounted + beyond;
/** So long what was found to be many counts as it, in milliseconds. */
const manyFor = 10 * 60_000;
/** So many are known at once; who was found first makes room. */
const mostKnown = 200;

type Many = {
  /** Whether it need not be counted again: history only grows. */
  has(what: string): boolean;
  /** Takes what was counted of it, as far as `countedTo`. @returns it, or one more than `mostCounted`, which stands for many */
  counted(what: string, count: number): number;
};

const known = new WeakMap<Database, Many>();

/** What was lately found to be many in a database. */
export function manyKnown(db: Database): Many {
  const before = known.get(db);
  if (before) return before;
  const found = new Map<string, number>();
  const many: Many = {
    has: (what) => performance.now() - (found.get(what) ?? -Infinity) < manyFor,
    counted(what, count) {
      if (count === countedTo) {
        found.delete(what);
        found.set(what, performance.now());
        if (found.size > mostKnown) found.delete(found.keys().next().value!);
      }
      return Math.min(count, mostCounted + 1);
    },
  };
  known.set(db, many);
  return many;
}
