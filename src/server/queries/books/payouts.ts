import type { PayoutView } from '#contracts/books/views';
import { minor } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { paymentRequests, requestPayments } from '#server/database/schema/credit';
import { intents, payouts } from '#server/database/schema/work';
import { desc, eq, inArray, sql } from 'drizzle-orm';

const mostShown = 200;

/** Payouts, the newest first, each with the payments and refunds that it is made of. */
export async function payoutsView(db: Database): Promise<PayoutView[]> {
  const rows = await db.select().from(payouts).orderBy(desc(payouts.at)).limit(mostShown);
  const references = [...new Set(rows.flatMap(({ payments }) => payments.map(({ reference }) => reference)))];
  const known =
    references.length === 0
      ? []
      : await db
          .select({ reference: sql<string>`${intents.answer}->>'reference'`, booking: bookings.number })
          .from(intents)
          .innerJoin(bookings, eq(bookings.id, intents.bookingId))
          .where(inArray(sql`${intents.answer}->>'reference'`, references));
  const asked =
    references.length === 0
      ? []
      : await db
          .select({ reference: sql<string>`${requestPayments.answer}->>'reference'`, request: paymentRequests.number })
          .from(requestPayments)
          .innerJoin(paymentRequests, eq(paymentRequests.id, requestPayments.requestId))
          .where(inArray(sql`${requestPayments.answer}->>'reference'`, references));
  const requestOf = new Map(asked.map(({ reference, request }) => [reference, request]));
  const bookingOf = new Map(known.map(({ reference, booking }) => [reference, booking]));
  return rows.map(({ id, at, currency, gross, fee, processor, bankedAt, payments }) => ({
    id,
    at,
    currency,
    gross,
    fee,
    net: minor(gross - fee),
    processor,
    bankedAt,
    payments: payments.map((payment) => ({
      reference: payment.reference,
      amount: minor(payment.amount),
      fee: minor(payment.fee),
      booking: bookingOf.get(payment.reference) ?? null,
      request: requestOf.get(payment.reference) ?? null,
    })),
  }));
}
