import { wantedErrands } from '#core/agenda/wantedErrands';
import type { Standing } from '#core/booking/standing';
import type { LoadedBooking } from '#server/booking/lockBooking';
import { coverOf, duePartsOf, summaryOf } from '#server/booking/summaryOf';
import { freePlaces } from '#server/booking/takePlaces';
import type { Tx } from '#server/database/database';
import { covers, dueParts, summaries } from '#server/database/schema/bookings';
import { rewriteErrands } from '#server/errands/rewriteErrands';
import { and, getTableColumns, inArray, notInArray, type SQL, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import type { PgTable } from 'drizzle-orm/pg-core';

type Derived = { readonly loaded: LoadedBooking; readonly current: Standing };

/** What a conflict sets: all of the row that was to be inserted. */
const anew = (table: PgTable): Record<string, SQL> =>
  Object.fromEntries(
    Object.keys(getTableColumns(table)).map((key) => [key, sql`excluded.${sql.identifier(toSnakeCase(key))}`]),
  );

/** The rows that bookings are found by, in one statement: what is not there any more goes, the rest is as it is now. */
async function writeRows(tx: Tx, derived: readonly Derived[]): Promise<void> {
  const ids = derived.map(({ loaded }) => loaded.booking.id);
  const due = derived.flatMap(({ loaded, current }) => duePartsOf(loaded.booking, current));
  const held = derived.flatMap(({ loaded, current }) => coverOf(loaded.booking, current) ?? []);
  const covered = held.map(({ bookingId }) => bookingId);
  const kept = due.map(({ bookingId, part }) => sql`(${bookingId}, ${part}::int)`);
  // As parts of one statement, so without the parentheses that a query within another gets.
  const steps: SQL[] = [
    tx
      .insert(summaries)
      .values(derived.map(({ loaded, current }) => summaryOf(loaded.booking, loaded.client, current)))
      .onConflictDoUpdate({ target: summaries.bookingId, set: anew(summaries) })
      .getSQL(),
    tx
      .delete(dueParts)
      .where(
        and(
          inArray(dueParts.bookingId, ids),
          kept.length > 0
            ? sql`(${dueParts.bookingId}, ${dueParts.part}) not in (${sql.join(kept, sql`, `)})`
            : undefined,
        ),
      )
      .getSQL(),
    tx
      .delete(covers)
      .where(
        and(inArray(covers.bookingId, ids), covered.length > 0 ? notInArray(covers.bookingId, covered) : undefined),
      )
      .getSQL(),
  ];
  if (held.length > 0)
    steps.push(
      tx
        .insert(covers)
        .values(held)
        .onConflictDoUpdate({ target: covers.bookingId, set: anew(covers) })
        .getSQL(),
    );
  if (due.length > 0)
    steps.push(
      tx
        .insert(dueParts)
        .values(due)
        .onConflictDoUpdate({ target: [dueParts.bookingId, dueParts.part], set: anew(dueParts) })
        .getSQL(),
    );
  const named = steps.map((step, index) => sql`${sql.identifier(`step${index}`)} as (${step})`);
  await tx.execute(sql`with ${sql.join(named, sql`, `)} select 1`);
}

/** Summary, due parts, cover and agenda of bookings, as they stand. */
export async function writeDerived(tx: Tx, derived: readonly Derived[]): Promise<void> {
  if (derived.length === 0) return;
  await writeRows(tx, derived);
  // A place that is given back is free in the same transaction.
  const over = derived.filter(({ current: { stage } }) => stage === 'lapsed' || stage === 'cancelled');
  if (over.length > 0)
    await freePlaces(
      tx,
      over.map(({ loaded }) => loaded.booking.id),
    );
  await rewriteErrands(
    tx,
    'bookingId',
    derived.map(({ loaded, current }) => ({ of: loaded.booking.id, wanted: wantedErrands(current, loaded.facts) })),
  );
}
