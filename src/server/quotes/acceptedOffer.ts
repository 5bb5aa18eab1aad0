import type { Offer } from '#core/quotes/offer';
import type { Database, Tx } from '#server/database/database';
import { quoteFacts, quoteRevisions, quotes } from '#server/database/schema/quotes';
import { and, eq, sql } from 'drizzle-orm';

/** The offer that a booking came from, as it was accepted; null where it came from none. */
export async function acceptedOffer(
  db: Database | Tx,
  bookingId: string,
): Promise<{ offer: Offer; signed: boolean } | null> {
  const [row] = await db
    .select({ offer: quoteRevisions.offer, by: sql<string>`${quoteFacts.fact}->>'by'` })
    .from(quotes)
    .innerJoin(quoteFacts, and(eq(quoteFacts.quoteId, quotes.id), sql`${quoteFacts.fact}->>'kind' = 'accepted'`))
    .innerJoin(
      quoteRevisions,
      and(
        eq(quoteRevisions.quoteId, quotes.id),
        eq(quoteRevisions.revision, sql`(${quoteFacts.fact}->>'revision')::int`),
      ),
    )
    .where(eq(quotes.bookingId, bookingId));
  return row ? { offer: row.offer, signed: row.offer.agreement !== null && row.by === 'client' } : null;
}
