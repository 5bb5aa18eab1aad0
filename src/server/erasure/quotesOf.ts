import type { Tx } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { quotes } from '#server/database/schema/quotes';
import { inArray, eq, or, sql, type SQL } from 'drizzle-orm';

/** Quotes whose booking is theirs, and those that are written for their name and address: these know no client yet. */
export function quotesOf(
  tx: Tx,
  { id, name, email }: { readonly id: string; readonly name: string; readonly email: string },
): SQL {
  const theirs = tx.select({ id: bookings.id }).from(bookings).where(eq(bookings.clientId, id));
  const written =
    email === ''
      ? sql`false`
      : sql`(lower(${quotes.draft}->>'clientEmail') = ${email.toLowerCase()} and trim(${quotes.draft}->>'clientName') = ${name} and ${quotes.bookingId} is null)`;
  return or(inArray(quotes.bookingId, theirs), written)!;
}
