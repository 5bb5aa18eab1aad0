import type { BankPayout, CloseBooks, SaveAccounts, SaveBooks } from '#contracts/books/books';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { payoutBanked } from '#core/books/journal/otherEntries';
import { minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { changeOwner } from '#server/database/ownerRow';
import { business } from '#server/database/schema/business';
import { payouts } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { appendEntry } from '#server/journal/appendEntry';
import { alone } from '#server/journal/booksLock';
import { stillOpen, type StillOpen } from '#server/queries/books/stillOpen';
import { and, eq, isNull } from 'drizzle-orm';

/** How the books are kept from now on; what was recorded says how it was kept then. */
export const saveBooks =
  ({ db }: Deps) =>
  async ({ books }: SaveBooks): Promise<Result<null, never>> => {
    await db.update(business).set({ books });
    return ok(null);
  };

/** The owner's own numbers and names of accounts. Nothing that is booked changes. */
export const saveAccounts =
  ({ db }: Deps) =>
  async ({ accountNames }: SaveAccounts): Promise<Result<null, never>> => {
    await db.update(business).set({ accountNames });
    return ok(null);
  };

type NotClosed = { readonly code: 'not_yet_over' | 'closed_already' } | ({ readonly code: 'still_open' } & StillOpen);

/**
 * Closes the books up to a day: what comes to light later is booked on the first open one. What is still open up to then
 * is asked about first.
 */
export const closeBooks =
  ({ db, clock }: Deps) =>
  ({ until, despite }: CloseBooks): Promise<Result<{ closedUntil: string }, NotClosed>> =>
    db.transaction(async (tx): Promise<Result<{ closedUntil: string }, NotClosed>> => {
      await alone(tx);
      const [owner] = await tx.select({ zone: business.timeZone, closedUntil: business.closedUntil }).from(business);
      const { zone, closedUntil } = owner!;
      if (until >= localDate(clock.now(), zone)) return refuse({ code: 'not_yet_over' });
      if (closedUntil !== null && until <= closedUntil) return refuse({ code: 'closed_already' });
      const open = await stillOpen(tx, until, zone);
      const some = open.closeOuts + open.held + open.payouts > 0;
      if (some && !despite) return refuse({ code: 'still_open', ...open });
      await changeOwner(tx, { closedUntil: until as PlainDate });
      return ok({ closedUntil: until });
    });

/** The owner saw a payout in the bank. Once. */
export const bankPayout =
  ({ db, clock }: Deps) =>
  ({ payoutId }: BankPayout): Promise<Result<null, { readonly code: 'payout_not_there' }>> =>
    db.transaction(async (tx): Promise<Result<null, { readonly code: 'payout_not_there' }>> => {
      const at = clock.now();
      const [payout] = await tx
        .update(payouts)
        .set({ bankedAt: at })
        .where(and(eq(payouts.id, payoutId), isNull(payouts.bankedAt)))
        .returning();
      if (!payout) {
        const there = await tx.$count(payouts, eq(payouts.id, payoutId));
        return there > 0 ? ok(null) : refuse({ code: 'payout_not_there' });
      }
      const { id, gross, fee, currency } = payout;
      const banked = payoutBanked(id, minor(gross - fee));
      if (banked) await appendEntry(tx, banked, { at, currency, about: id });
      return ok(null);
    });
