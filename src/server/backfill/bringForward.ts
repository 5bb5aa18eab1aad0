import { ledgerOf } from '#core/bookings/ledger';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { agreedOf, lockBookings } from '#server/bookings/lockBooking';
import { asOfNow } from '#server/bookings/seenUntil';
import { writeDerived } from '#server/bookings/writeDerived';
import type { Database, Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { derivations, jobs } from '#server/database/schema/work';
import { readQuotesAfter } from '#server/quotes/lockQuote';
import { writeQuoteDerived } from '#server/quotes/recordQuote';
import { type Piece, pieceAfter } from '#server/verify/readPiece';
import { doneUnnoticed } from '#server/verify/verifyBooking';
import { and, eq, inArray, lte, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';

/**
 * The edition of what this program derives of facts: summaries, due parts, covers, and the keys and moments of the agenda.
 * Whoever changes any of these adds one, and data of before are brought forward at the next start.
 */
export const derivedEdition = 1;

/** Told how many bookings were gone through, of how many. */
type Progress = (done: number, all: number) => void;

/**
 * Derives anew what an earlier program derived otherwise: all of it in one transaction, or nothing. Facts, the journal,
 * letters and what processors were asked stay as they are; nothing that was done is done again under another key.
 * @returns whether there was anything to do
 */
export const bringForward = (db: Database, now: Instant, progress: Progress = () => undefined): Promise<boolean> =>
  db.transaction(async (tx) => {
    const [known] = await tx.select().from(derivations);
    if (known && known.edition >= derivedEdition) return false;
    // Another process that starts as well waits here, and finds it done.
    await tx.execute(sql`set local lock_timeout = 0`);
    await tx.execute(sql`lock table ${derivations} in exclusive mode`);
    const [kept] = await tx.select().from(derivations);
    if (kept && kept.edition >= derivedEdition) return false;
    const all = await tx.$count(bookings);
    let done = 0;
    for (let after = ''; ;) {
      const piece = await pieceAfter(tx, after);
      const last = piece.bookings.at(-1);
      if (!last) break;
      await bringBookings(tx, piece, now);
      after = last.booking.number;
      done += piece.bookings.length;
      progress(done, all);
    }
    await bringQuotes(tx, now);
    await tx
      .insert(derivations)
      .values({ edition: derivedEdition })
      .onConflictDoUpdate({ target: derivations.id, set: { edition: derivedEdition } });
    return all > 0;
  });

/** What the first version did as it looked at a booking, and did not note. */
const deliver = { key: 'deliver', kind: 'deliver' } as const;

async function bringBookings(tx: Tx, piece: Piece, now: Instant): Promise<void> {
  const ids = piece.bookings.map(({ booking }) => booking.id);
  const locked = await lockBookings(tx, ids);
  await writeDerived(
    tx,
    locked.map((loaded) => ({
      loaded,
      current: bookingState(agreedOf(loaded.booking), loaded.facts, asOfNow(now, loaded)),
    })),
  );
  await doneBefore(tx, piece, ids, now);
  const delivered = piece.bookings.filter((loaded) =>
    doneUnnoticed(piece, loaded, ledgerOf(loaded.facts)).includes(deliver.key),
  );
  if (delivered.length === 0) return;
  await tx
    .insert(jobs)
    .values(
      delivered.map(({ booking: { id: bookingId } }) => {
        const errand = { ...deliver, at: now };
        return { ...errand, id: randomUUID(), bookingId, errand, state: 'done' as const, doneAt: now };
      }),
    )
    .onConflictDoUpdate({ target: [jobs.bookingId, jobs.key], set: { state: 'done', doneAt: now } });
}

/**
 * A letter whose moment is past and that is wanted under a key that was not there went out under its former one, unless
 * one of that moment was waiting.
 */
async function doneBefore(tx: Tx, piece: Piece, ids: readonly string[], now: Instant): Promise<void> {
  const past = await tx
    .select({ id: jobs.id, bookingId: jobs.bookingId, key: jobs.key, at: jobs.at })
    .from(jobs)
    .where(
      and(inArray(jobs.bookingId, [...ids]), eq(jobs.state, 'waiting'), eq(jobs.kind, 'message'), lte(jobs.at, now)),
    );
  const sent = past.filter(({ bookingId, key, at }) => {
    const before = piece.errands(bookingId!);
    if (before.some((errand) => errand.key === key)) return false;
    return !before.some((errand) => errand.state === 'waiting' && errand.kind === 'message' && errand.at === at);
  });
  if (sent.length === 0) return;
  const sentIds = sent.map(({ id }) => id);
  await tx.update(jobs).set({ state: 'done', doneAt: now }).where(inArray(jobs.id, sentIds));
}

async function bringQuotes(tx: Tx, now: Instant): Promise<void> {
  for (let after = ''; ;) {
    const piece = await readQuotesAfter(tx, after, 50);
    const last = piece.at(-1);
    if (!last) return;
    for (const loaded of piece) await writeQuoteDerived(tx, loaded, now);
    after = last.quote.number;
  }
}
