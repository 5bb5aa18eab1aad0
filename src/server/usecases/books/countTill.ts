import type { CountTill } from '#contracts/books';
import { localDate } from '#core/calendar/zoned';
import { accounts } from '#core/journal/entry';
import { tillDifference } from '#core/journal/otherEntries';
import { type Minor, minor } from '#core/money/minor';
import { ok, type Result } from '#core/result';
import { ownerRow } from '#server/database/ownerRow';
import { journalLines, tillCounts } from '#server/database/schema/journal';
import type { Deps } from '#server/deps';
import { alone } from '#server/journal/booksLock';
import { appendEntry } from '#server/journal/appendEntry';
import { and, eq, sql } from 'drizzle-orm';

type Counted = { readonly expected: Minor; readonly difference: Minor };

/** Cash is counted: what is over or short is booked, so that the books say what is there. A repeat counts once. */
export const countTill =
  ({ db, clock, newId }: Deps) =>
  ({ requestKey, currency, counted, note }: CountTill): Promise<Result<Counted, never>> =>
    db.transaction(async (tx): Promise<Result<Counted, never>> => {
      const at = clock.now();
      const { timeZone } = await ownerRow(tx);
      const said = ({ expected }: { readonly expected: Minor }): Counted => ({
        expected,
        difference: minor(counted - expected),
      });
      // No cash comes between what the books say and what is booked as the difference.
      await alone(tx);
      const [before] = await tx.select().from(tillCounts).where(eq(tillCounts.requestKey, requestKey));
      if (before) return ok(said(before));
      const [row] = await tx
        .select({ balance: sql<string>`coalesce(sum(${journalLines.amount}), 0)::text` })
        .from(journalLines)
        .where(and(eq(journalLines.account, accounts.cash), eq(journalLines.currency, currency)));
      const expected = minor(Number(row!.balance));
      const day = localDate(at, timeZone);
      await tx.insert(tillCounts).values({ id: newId(), requestKey, at, day, currency, expected, counted, note });
      const difference = tillDifference(minor(counted - expected));
      if (difference) await appendEntry(tx, difference, { at, currency, about: note });
      return ok(said({ expected }));
    });
