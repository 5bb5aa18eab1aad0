import type { Instant } from '#core/calendar/instant';
import { processorNamed } from '#core/books/journal/otherEntries';
import { minor } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { journalEntries } from '#server/database/schema/journal';
import { appendEntries, type NewEntry } from '#server/journal/appendEntry';
import { alone } from '#server/journal/booksLock';
import { aboutProcessors, leftUnnamed } from '#server/journal/leftUnnamed';
import { eq } from 'drizzle-orm';

/** There are such entries already. */
const namedAlready = async (db: Database | Tx): Promise<boolean> =>
  (await db.select().from(journalEntries).where(eq(journalEntries.about, aboutProcessors)).limit(1)).length > 0;

/**
 * Moves what was left without a processor to the one whose it was: by entries of now, on the first open day, so that reports
 * that were handed out for an earlier day stay true. Done once. @returns how many entries it took
 */
export const nameProcessors = async (db: Database, now: Instant): Promise<number> => {
  if ((await namedAlready(db)) || (await leftUnnamed(db)).length === 0) return 0;
  return db.transaction(async (tx) => {
    await alone(tx);
    if (await namedAlready(tx)) return 0;
    const entries = (await leftUnnamed(tx)).flatMap(({ account, currency, processor, amount }): NewEntry[] => {
      const entry = processorNamed(account, minor(amount));
      return entry ? [{ entry, at: now, currency, about: aboutProcessors, processor: [processor, ''] }] : [];
    });
    await appendEntries(tx, entries);
    return entries.length;
  });
};
