import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { paidForAll } from '#server/requests/requests';
import type { Database } from '#server/database/database';
import { paymentRequests } from '#server/database/schema/credit';
import { and, gt, isNull, or, sql } from 'drizzle-orm';

/** How many payment requests are still open after their day: not withdrawn, not expired, not paid in full. */
export async function requestsLate(db: Database, today: PlainDate, now: Instant): Promise<number> {
  const rows = await db
    .select({ id: paymentRequests.id, amount: paymentRequests.amount })
    .from(paymentRequests)
    .where(
      and(
        sql`${paymentRequests.paper}->>'dueDay' < ${today}`,
        isNull(paymentRequests.withdrawnAt),
        or(isNull(paymentRequests.expiresAt), gt(paymentRequests.expiresAt, now)),
      ),
    );
  const paid = await paidForAll(
    db,
    rows.map(({ id }) => id),
  );
  return rows.filter(({ id, amount }) => {
    const came = paid.get(id) ?? 0;
    return amount === null ? came === 0 : came < amount;
  }).length;
}
