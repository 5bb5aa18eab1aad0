import { mostCounted } from '#contracts/bookings/views';
import { type Database, rowsOf } from '#server/database/database';
import { type SQL, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

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

type Counted<N extends string> = {
  readonly name: N;
  readonly where: SQL | undefined;
  /** What it is remembered as where it is many; null where it is counted each time. */
  readonly known: string | null;
};

/** How many rows of a table there are of each, by one statement: above `mostCounted` one more than that, which stands for many. */
export async function countEach<N extends string>(
  db: Database,
  table: PgTable,
  each: readonly Counted<N>[],
): Promise<Record<N, number>> {
  const many = manyKnown(db);
  const counted = each
    .filter(({ known }) => known === null || !many.has(known))
    .map(
      ({ name, where }) =>
        sql`(select count(*)::int from (select 1 from ${table} ${where ? sql`where ${where}` : sql``} limit ${countedTo}) counted) as ${sql.identifier(name)}`,
    );
  const [row] = await rowsOf<Partial<Record<N, number>>>(db, sql`select ${sql.join(counted, sql`, `)}`);
  const counts = each.map(({ name, known }): [N, number] => {
    const count = row![name];
    if (count === undefined) return [name, mostCounted + 1];
    return [name, known === null ? Math.min(count, mostCounted + 1) : many.counted(known, count)];
  });
  return Object.fromEntries(counts) as Record<N, number>;
}
