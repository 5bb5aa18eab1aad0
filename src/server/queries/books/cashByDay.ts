import { cashKinds, cashOfFact } from '#core/books/journal/cashOfFact';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { bookings, facts } from '#server/database/schema/bookings';
import { creditReceipts, vouchers } from '#server/database/schema/credit';
import { and, eq, gte, inArray, lte, sql } from 'drizzle-orm';

export type DayCash = { readonly date: PlainDate; readonly currency: string; readonly amount: Minor };

/**
 * The money that came in between two moments, both included, less what went out: for bookings, for requests without one,
 * and for vouchers that were sold. A line for each movement.
 */
export async function cashByDay(
  db: Database,
  { from, now, zone }: { readonly from: Instant; readonly now: Instant; readonly zone: string },
): Promise<DayCash[]> {
  const onBookings = await db
    .select({ fact: facts.fact, currency: bookings.currency })
    .from(facts)
    .innerJoin(bookings, eq(bookings.id, facts.bookingId))
    .where(and(gte(facts.at, from), lte(facts.at, now), inArray(sql<string>`${facts.fact}->>'kind'`, [...cashKinds])));
  const onRequests = await db
    .select({ at: creditReceipts.at, currency: creditReceipts.currency, amount: creditReceipts.amount })
    .from(creditReceipts)
    .where(and(gte(creditReceipts.at, from), lte(creditReceipts.at, now)));
  const sold = await db
    .select({ at: vouchers.soldAt, currency: vouchers.currency, amount: vouchers.amount })
    .from(vouchers)
    .where(and(gte(vouchers.soldAt, from), lte(vouchers.soldAt, now)));
  const moved = [
    ...onBookings.map(({ fact, currency }) => ({ at: fact.at, currency, amount: cashOfFact(fact) })),
    ...onRequests,
    ...sold,
  ];
  return moved
    .filter(({ amount }) => amount !== 0)
    .map(({ at, currency, amount }) => ({ date: localDate(at, zone), currency, amount }));
}
