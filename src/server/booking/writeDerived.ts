import { wantedErrands } from '#core/agenda/wantedErrands';
import type { Standing } from '#core/booking/standing';
import type { LoadedBooking } from '#server/booking/lockBooking';
import {
  coverOf,
  type CoverRow,
  duePartsOf,
  type DuePartRow,
  summaryOf,
  type SummaryRow,
} from '#server/booking/summaryOf';
import { freePlaces } from '#server/booking/takePlaces';
import type { Tx } from '#server/database/database';
import { covers, dueParts, summaries } from '#server/database/schema/bookings';
import { rewriteErrands } from '#server/errands/rewriteErrands';
import { and, eq, notInArray, type SQL, sql } from 'drizzle-orm';

/** The rows that a booking is found by, in one statement: what is not there any more goes, the rest is as it is now. */
async function writeRows(
  tx: Tx,
  { summary, due, cover }: { summary: SummaryRow; due: readonly DuePartRow[]; cover: CoverRow | null },
): Promise<void> {
  const { bookingId } = summary;
  const kept = due.map(({ part }) => part);
  const gone = and(eq(dueParts.bookingId, bookingId), kept.length > 0 ? notInArray(dueParts.part, kept) : undefined);
  // As parts of one statement, so without the parentheses that a query within another gets.
  const steps: SQL[] = [
    tx.insert(summaries).values(summary).onConflictDoUpdate({ target: summaries.bookingId, set: summary }).getSQL(),
    tx.delete(dueParts).where(gone).getSQL(),
    cover
      ? tx.insert(covers).values(cover).onConflictDoUpdate({ target: covers.bookingId, set: cover }).getSQL()
      : tx.delete(covers).where(eq(covers.bookingId, bookingId)).getSQL(),
  ];
  if (due.length > 0)
    steps.push(
      tx
        .insert(dueParts)
        .values([...due])
        .onConflictDoUpdate({
          target: [dueParts.bookingId, dueParts.part],
          set: {
            name: sql`excluded.name`,
            dueAt: sql`excluded.due_at`,
            left: sql`excluded."left"`,
            state: sql`excluded.state`,
            currency: sql`excluded.currency`,
          },
        })
        .getSQL(),
    );
  const named = steps.map((step, index) => sql`${sql.identifier(`step${index}`)} as (${step})`);
  await tx.execute(sql`with ${sql.join(named, sql`, `)} select 1`);
}

/** Summary, due parts, cover and agenda of a booking, as it stands. */
export async function writeDerived(
  tx: Tx,
  { booking, client, facts }: LoadedBooking,
  current: Standing,
): Promise<void> {
  await writeRows(tx, {
    summary: summaryOf(booking, client, current),
    due: duePartsOf(booking, current),
    cover: coverOf(booking, current),
  });

  // A place that is given back is free in the same transaction.
  if (current.stage === 'lapsed' || current.stage === 'cancelled') await freePlaces(tx, booking.id);
  await rewriteErrands(tx, { bookingId: booking.id }, wantedErrands(current, facts));
}
