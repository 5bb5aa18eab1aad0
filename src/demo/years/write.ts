import type { Instant } from '#core/calendar/instant';
import { bookingState } from '#core/bookings/bookingState';
import type { Piece, Remains } from '#demo/years/written';
import { agreedOf } from '#server/bookings/lockBooking';
import { writeDerived } from '#server/bookings/writeDerived';
import { writeRecorded } from '#server/bookings/writeRecorded';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { cards, clients } from '#server/database/schema/clients';
import { documentCounters, documents } from '#server/database/schema/documents';
import { occupancies } from '#server/database/schema/places';
import { jobs, intents, messages, payouts } from '#server/database/schema/work';
import { insertAll } from '#server/database/oneStatement';
import { authorisations, payments, requests, vault } from '#world/cardNetwork/tables';
import { getTableColumns, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/** So many rows are one statement. */
const most = 1000;

const pieces = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / most) }, (_, piece) => rows.slice(piece * most, (piece + 1) * most));

/** Rows of one kind: a column is given in all of them or in none. */
async function insert<T extends PgTable>(tx: Tx, table: T, rows: readonly T['$inferInsert'][]): Promise<void> {
  const given = new Set(rows.flatMap((row) => Object.keys(row)));
  const keys = Object.keys(getTableColumns(table)).filter((key) => given.has(key)) as (keyof T['$inferInsert'] &
    string)[];
  for (const piece of pieces(rows)) await tx.execute(insertAll(table, keys, piece));
}

/** The modes that bookings have by now. */
async function writeModes(tx: Tx, over: Piece['over']): Promise<void> {
  const modes = over.map(({ loaded: { booking } }) => ({ id: booking.id, mode: booking.mode }));
  await tx.execute(
    sql`update ${bookings} set mode = m.mode from jsonb_to_recordset(${JSON.stringify(modes)}::jsonb) as m(id text, mode text)
        where bookings.id = m.id`,
  );
}

/** Writes what has come of lives since the piece before, each kind of row as a set. */
export async function writePiece(db: Database, piece: Piece, now: Instant): Promise<void> {
  const { made, entries, over } = piece;
  await db.transaction(async (tx) => {
    await insert(tx, clients, piece.clients);
    await insert(tx, bookings, piece.bookings);
    await insert(tx, cards, piece.cards);
    await writeRecorded(tx, { made, others: entries, derived: [], besides: [] });
    await insert(tx, messages, piece.messages);
    await insert(tx, documents, piece.documents);
    const errandsDone = over.flatMap((each) => each.errands);
    await insert(tx, jobs, errandsDone);
    const asked = over.flatMap((each) => each.intents);
    await insert(tx, intents, asked);
    await writeModes(tx, over);
    const uses = over.flatMap((each) => each.occupancies);
    await insert(
      tx,
      occupancies,
      uses.map(({ from: fromSecond, to: toSecond, ...use }) => ({ ...use, fromSecond, toSecond })),
    );
    // The rows that lists read, as everything stands at the end: nothing is left to be done of these.
    const stand = over.map(({ loaded }) => ({
      loaded,
      current: bookingState(agreedOf(loaded.booking), loaded.facts, now),
    }));
    await writeDerived(tx, stand);
  });
}

/** Writes what is known when all are over. */
export async function writeRemains(db: Database, remains: Remains): Promise<void> {
  const { network, lastNumber, counters } = remains;
  await db.transaction(async (tx) => {
    await tx.update(business).set({ lastNumber });
    await insert(tx, documentCounters, counters);
    await insert(tx, payouts, remains.payouts);
    await insert(tx, vault, network.cards);
    await insert(tx, requests, network.requests);
    await insert(tx, authorisations, network.authorisations);
    await insert(tx, payments, network.payments);
  });
}
