import { wantedJobs } from '#core/jobs/wantedJobs';
import type { BookingState } from '#core/bookings/bookingState';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import { coverOf, duePartsOf, summaryOf } from '#server/bookings/summaryOf';
import { freePlaces } from '#server/bookings/takePlaces';
import type { Tx } from '#server/database/database';
import { covers, dueParts, summaries } from '#server/database/schema/bookings';
import { jsonRows, oneStatement, upsertAll } from '#server/database/oneStatement';
import { jobChanges, jobSteps, type jobOf } from '#server/jobs/plan/planJobs';
import { type SQL, sql } from 'drizzle-orm';

export type Derived = { readonly loaded: LoadedBooking; readonly current: BookingState };

/** The rows that bookings are found by, as parts of a statement: what is not there any more goes, the rest is as it is now. */
function rowSteps(derived: readonly Derived[]): SQL[] {
  const ids = sql`${sql.param(derived.map(({ loaded }) => loaded.booking.id))}::text[]`;
  const due = derived.flatMap(({ loaded, current }) => duePartsOf(loaded.booking, current));
  const held = derived.flatMap(({ loaded, current }) => coverOf(loaded.booking, current) ?? []);
  const summed = derived.map(({ loaded, current }) => summaryOf(loaded.booking, loaded.client, current));
  const rest = sql.raw('kept.booking_id =');
  return [
    upsertAll(summaries, ['bookingId'], summed),
    sql`delete from ${dueParts} where ${dueParts.bookingId} = any(${ids}) and not exists (
          select 1 from ${jsonRows(dueParts, due)} kept where ${rest} ${dueParts.bookingId} and kept.part = ${dueParts.part})`,
    sql`delete from ${covers} where ${covers.bookingId} = any(${ids}) and not exists (
          select 1 from ${jsonRows(covers, held)} kept where ${rest} ${covers.bookingId})`,
    upsertAll(covers, ['bookingId'], held),
    upsertAll(dueParts, ['bookingId', 'part'], due),
  ];
}

/** Summary, due parts, cover and agenda of bookings as they stand, as parts of a statement; those that come besides among it. */
export async function derivedSteps(
  tx: Tx,
  derived: readonly Derived[],
  besides: readonly ReturnType<typeof jobOf>[] = [],
): Promise<SQL[]> {
  const { added, ...rest } = await jobChanges(
    tx,
    'bookingId',
    derived.map(({ loaded, current }) => ({
      of: loaded.booking.id,
      wanted: wantedJobs(current, loaded.facts),
      seen: loaded.agenda,
    })),
  );
  return [...rowSteps(derived), ...jobSteps({ ...rest, added: [...added, ...besides] })];
}

/** A place that is given back is free in the same transaction. */
export async function freeAfter(tx: Tx, derived: readonly Derived[]): Promise<void> {
  const over = derived.filter(({ current: { stage } }) => stage === 'lapsed' || stage === 'cancelled');
  if (over.length > 0)
    await freePlaces(
      tx,
      over.map(({ loaded }) => loaded.booking.id),
    );
}

/** All of this of bookings of which nothing new is told. */
export async function writeDerived(tx: Tx, derived: readonly Derived[]): Promise<void> {
  if (derived.length === 0) return;
  await oneStatement(tx, await derivedSteps(tx, derived));
  await freeAfter(tx, derived);
}
