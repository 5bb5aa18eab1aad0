import type { Instant } from '#core/calendar/instant';
import { processorNamed } from '#core/journal/otherEntries';
import { minor } from '#core/money/minor';
import type { Database, Tx } from '#server/database/database';
import { journalEntries } from '#server/database/schema/journal';
import { appendEntries, type NewEntry } from '#server/journal/appendEntry';
import { alone } from '#server/journal/booksLock';
import { aboutProcessors, leftUnnamed } from '#server/journal/leftUnnamed';
import { eq } from 'drizzle-orm';

/** Whether entries say so already. */
const namedAlready = async (tx: Tx): Promise<boolean> =>
  (await tx.select().from(journalEntries).where(eq(journalEntries.about, aboutProcessors)).limit(1)).length > 0;

/**
 * Puts what is left unnamed to the processors whose it was: by entries of now, on the first open day, so that what was
 * handed out for a day of before stays as it was. Done once. @returns how many entries there were
 */
export const nameProcessors = async (db: Database, now: Instant): Promise<number> => {
  if ((await leftUnnamed(db)).length === 0) return 0;
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
