import type { Database } from '#server/database/database';
import { readBooking } from '#server/bookings/lockBooking';
import { bookings } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { jobs } from '#server/database/schema/work';
import { asc, eq } from 'drizzle-orm';

type Entry = typeof journalEntries.$inferSelect & { lines: (typeof journalLines.$inferSelect)[] };

/** All that made a booking what it is, oldest first: its facts, its jobs, its entries. */
export interface HowItCameToBe {
  loaded: NonNullable<Awaited<ReturnType<typeof readBooking>>>;
  jobs: (typeof jobs.$inferSelect)[];
  entries: Entry[];
}

/** @returns how the booking of this number came to be as it is, or null where there is none */
export async function howItCameToBe(db: Database, number: string): Promise<HowItCameToBe | null> {
  const [row] = await db.select({ id: bookings.id }).from(bookings).where(eq(bookings.number, number));
  const loaded = row && (await readBooking(db, row.id));
  if (!loaded) return null;
  const bookingId = loaded.booking.id;
  const planned = await db.select().from(jobs).where(eq(jobs.bookingId, bookingId)).orderBy(asc(jobs.at));
  const rows = await db
    .select({ entry: journalEntries, line: journalLines })
    .from(journalEntries)
    .innerJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
    .where(eq(journalEntries.bookingId, bookingId))
    .orderBy(asc(journalEntries.seq), asc(journalLines.line));
  const entries: Entry[] = [];
  for (const { entry, line } of rows) {
    if (entries.at(-1)?.seq !== entry.seq) entries.push({ ...entry, lines: [] });
    entries.at(-1)!.lines.push(line);
  }
  return { loaded, jobs: planned, entries };
}
