import { voucherExpired } from '#core/books/journal/otherEntries';
import { most, zero } from '#core/money/minor';
import { onVoucher } from '#server/credit/balances';
import { business } from '#server/database/schema/business';
import { voucherEnds, vouchers } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { appendEntry } from '#server/journal/appendEntry';
import { and, asc, lte, sql } from 'drizzle-orm';

/** So many in one transaction. */
const batch = 50;

const notEnded = sql`${vouchers.expiresAt} is not null
  and not exists (select 1 from ${voucherEnds} where ${voucherEnds.voucherId} = ${vouchers.id})`;

const isIncome = async ({ db }: Pick<Deps, 'db'>): Promise<boolean> =>
  (await db.select({ page: business.bookingPage }).from(business))[0]?.page.expired === 'income';

/** Books what is left of vouchers that have expired, once each, where the owner said so. @returns how many */
export async function expireVouchers(deps: Deps): Promise<number> {
  const { db, clock } = deps;
  if (!(await isIncome(deps))) return 0;
  return db.transaction(async (tx) => {
    const now = clock.now();
    const over = await tx
      .select()
      .from(vouchers)
      .where(and(notEnded, lte(vouchers.expiresAt, now)))
      .orderBy(asc(vouchers.expiresAt))
      .limit(batch)
      .for('update', { skipLocked: true });
    for (const voucher of over) {
      const { left, tax } = await onVoucher(tx, voucher);
      const amount = most(left, zero);
      await tx.insert(voucherEnds).values({ voucherId: voucher.id, amount, at: now });
      const entry = voucherExpired(amount, tax);
      if (entry)
        await appendEntry(tx, entry, {
          at: now,
          currency: voucher.currency,
          about: `voucher ending ${voucher.ending}`,
        });
    }
    return over.length;
  });
}

/** When the next voucher expires whose rest is then the business's, as an expression; null where none does. */
export const nextExpiry = sql`(select min(${vouchers.expiresAt}) from ${vouchers} where ${notEnded}
  and (select booking_page ->> 'expired' from ${business}) = 'income')`;
