import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { paidOfRequest } from '#server/paymentRequests/requests';
import type { Database } from '#server/database/database';
import { paymentRequests } from '#server/database/schema/credit';
import { and, gt, isNull, or, sql } from 'drizzle-orm';

const { id, amount, paper, withdrawnAt, expiresAt } = paymentRequests;

/** How many payment requests are still open after their day: not withdrawn, not expired, not paid in full. */
export const requestsLate = (db: Database, today: PlainDate, now: Instant): Promise<number> =>
  db.$count(
    paymentRequests,
    and(
      sql`${paper}->>'dueDay' < ${today}`,
      isNull(withdrawnAt),
      or(isNull(expiresAt), gt(expiresAt, now)),
      // Where the payer chooses the sum, whatever came is all of it.
      sql`${paidOfRequest(id)} < coalesce(${amount}, 1)`,
    ),
  );
