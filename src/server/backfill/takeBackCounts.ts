import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { accounts } from '#core/books/journal/entry';
import { tillDifference } from '#core/books/journal/otherEntries';
import { isCurrency } from '#core/money/currency';
import { minor, zero } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { tillCounts } from '#server/database/schema/journal';
import { appendEntries } from '#server/journal/appendEntry';
import { alone } from '#server/journal/booksLock';
import { balancesAlone } from '#server/journal/sums';
import { randomUUID } from 'node:crypto';

/**
 * Counts of the till in what is no currency, as former versions let through, are taken back: by a count of nothing there,
 * so that their accounts come to nothing and the books say why. @returns how many currencies that were none
 */
export const takeBackCounts = (db: Database, now: Instant): Promise<number> =>
  db.transaction(async (tx) => {
    const counted = await tx.selectDistinct({ currency: tillCounts.currency }).from(tillCounts);
    if (counted.every(({ currency }) => isCurrency(currency))) return 0;
    await alone(tx);
    const { timeZone } = await ownerRow(tx);
    const wrong = (await balancesAlone(tx, accounts.cash)).filter(
      ({ currency, balance }) => balance !== 0 && !isCurrency(currency),
    );
    for (const { currency, balance: expected } of wrong) {
      const note = `${currency} is no currency: what was counted in it is taken back`;
      const count = { currency, expected, counted: zero, note, at: now, day: localDate(now, timeZone) };
      await tx.insert(tillCounts).values({ id: randomUUID(), requestKey: `taken back: ${currency}`, ...count });
      const entry = tillDifference(minor(0 - expected))!;
      await appendEntries(tx, [{ entry, at: now, currency, about: note, takesBack: true }]);
    }
    return wrong.length;
  });
