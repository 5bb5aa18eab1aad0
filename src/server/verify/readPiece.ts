import { type LoadedBooking, readBookingsAfter } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { covers, dueParts, facts as factTable, summaries } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { occupancies } from '#server/database/schema/places';
import { jobs, intents, messages } from '#server/database/schema/work';
import { asc, eq, inArray } from 'drizzle-orm';

/** So many bookings are read and compared at once: memory stays flat, and nobody waits long for the database. */
const most = 200;

/** Everything that is kept of some bookings, each list by booking. */
export type Piece = Awaited<ReturnType<typeof pieceAfter>>;

type OfBooking = { readonly bookingId: string | null };

function byBooking<T extends OfBooking>(rows: readonly T[]): (id: string) => readonly T[] {
  const of = new Map<string, T[]>();
  for (const row of rows) {
    const key = row.bookingId ?? '';
    const list = of.get(key);
    if (list) list.push(row);
    else of.set(key, [row]);
  }
  return (id) => of.get(id) ?? [];
}

/** What is kept of the bookings after this number. Empty at the end. */
export async function pieceAfter(tx: Tx, after: string) {
  const bookings: readonly LoadedBooking[] = await readBookingsAfter(tx, after, most);
  const ids = bookings.map(({ booking }) => booking.id);
  const { bookingId } = factTable;
  const agenda = { bookingId: jobs.bookingId, key: jobs.key, kind: jobs.kind };
  return {
    bookings,
    seqs: byBooking(
      await tx
        .select({ bookingId, seq: factTable.seq })
        .from(factTable)
        .where(inArray(bookingId, ids))
        .orderBy(asc(factTable.seq)),
    ),
    summaries: byBooking(await tx.select().from(summaries).where(inArray(summaries.bookingId, ids))),
    parts: byBooking(
      await tx.select().from(dueParts).where(inArray(dueParts.bookingId, ids)).orderBy(asc(dueParts.part)),
    ),
    covers: byBooking(await tx.select().from(covers).where(inArray(covers.bookingId, ids))),
    taken: byBooking(await tx.select().from(occupancies).where(inArray(occupancies.bookingId, ids))),
    errands: byBooking(
      await tx
        .select({ ...agenda, at: jobs.at, state: jobs.state })
        .from(jobs)
        .where(inArray(jobs.bookingId, ids)),
    ),
    letters: byBooking(
      await tx
        .select({ bookingId: messages.bookingId, cause: messages.cause })
        .from(messages)
        .where(inArray(messages.bookingId, ids)),
    ),
    intents: byBooking(
      await tx
        .select({ bookingId: intents.bookingId, cause: intents.cause })
        .from(intents)
        .where(inArray(intents.bookingId, ids)),
    ),
    lines: byBooking(
      await tx
        .select({ bookingId: journalEntries.bookingId, entry: journalEntries, line: journalLines })
        .from(journalEntries)
        .leftJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
        .where(inArray(journalEntries.bookingId, ids))
        .orderBy(asc(journalEntries.seq), asc(journalLines.line)),
    ),
  };
}

/** The same as of one moment of the database. */
export const readPiece = (db: Database, after: string): Promise<Piece> =>
  db.transaction((tx) => pieceAfter(tx, after), { isolationLevel: 'repeatable read', accessMode: 'read only' });
