import type { CountTill } from '#contracts/books/books';
import { localDate } from '#core/calendar/zoned';
import { accounts } from '#core/books/journal/entry';
import { tillDifference } from '#core/books/journal/otherEntries';
import { type Minor, minor, zero } from '#core/money/minor';
import { ok, type Result } from '#core/result';
import { ownerRow } from '#server/database/ownerRow';
import { tillCounts } from '#server/database/schema/journal';
import type { Deps } from '#server/deps';
import { alone } from '#server/journal/booksLock';
import { appendEntry } from '#server/journal/appendEntry';
import { balancesAlone } from '#server/journal/sums';
import { eq } from 'drizzle-orm';

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
      const inBooks = await balancesAlone(tx, accounts.cash);
      const expected = inBooks.find((each) => each.currency === currency)?.balance ?? zero;
      const day = localDate(at, timeZone);
      await tx.insert(tillCounts).values({ id: newId(), requestKey, at, day, currency, expected, counted, note });
      const difference = tillDifference(minor(counted - expected));
      if (difference) await appendEntry(tx, difference, { at, currency, about: note });
      return ok(said({ expected }));
    });
