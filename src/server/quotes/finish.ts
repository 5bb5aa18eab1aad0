import type { Instant } from '#core/calendar/instant';
import type { QuoteFactOf } from '#core/quotes/facts';
import { type Offer, priceInputOf, termsOfOffer } from '#core/quotes/offer';
import { price } from '#core/price/price';
import { ok, type Result } from '#core/result';
import { insertBooking, type InsertRefusal } from '#server/bookings/insertBooking';
import type { Tx } from '#server/database/database';
import type { business } from '#server/database/schema/business';
import { clientLinks } from '#server/database/schema/clientLinks';
import { quoteLinks, quotes } from '#server/database/schema/quotes';
import type { LoadedQuote } from '#server/quotes/lockQuote';
import { linkExpiry } from '#server/links/clientLink';
import { instantOfWall } from '#core/calendar/zoned';
import { and, eq } from 'drizzle-orm';

type Accepted = Omit<QuoteFactOf<'accepted'>, 'kind' | 'at' | 'bookingId' | 'number' | 'total'>;

/**
 * Makes the booking of a quote that everybody has agreed to, on the terms that were offered. The client's links to the
 * quote open the booking from now on.
 */
export async function finishQuote(
  tx: Tx,
  owner: typeof business.$inferSelect,
  { loaded, offer, accepted }: { loaded: LoadedQuote; offer: Offer; accepted: Accepted },
  { newId, now }: { newId: () => string; now: Instant },
): Promise<Result<QuoteFactOf<'accepted'>, InsertRefusal>> {
  const { quote } = loaded;
  const input = priceInputOf(offer, accepted.choice);
  const { clientName, clientEmail, serviceId, title, currency, start, end, termsId, termsVersion } = offer;
  const made = await insertBooking(
    tx,
    owner,
    {
      id: newId(),
      clientId: newId(),
      requestKey: `quote:${quote.id}`,
      clientName,
      clientEmail,
      serviceId,
      title,
      currency,
      start,
      end,
      price: input,
      termsId,
      termsVersion,
      terms: termsOfOffer(offer, accepted.choice),
      onAccount: offer.settling === 'account',
      bill: quote.bill,
    },
    { by: accepted.by, quote: quote.number },
    now,
  );
  if (!made.ok) return made;
  const { id: bookingId, number } = made.value;
  await tx.update(quotes).set({ bookingId }).where(eq(quotes.id, quote.id));
  const links = await tx
    .select({ hash: quoteLinks.hash })
    .from(quoteLinks)
    .where(and(eq(quoteLinks.quoteId, quote.id), eq(quoteLinks.who, 'client')));
  const expiresAt = linkExpiry(instantOfWall(end, offer.timeZone), now);
  if (links.length > 0)
    await tx.insert(clientLinks).values(links.map(({ hash }) => ({ hash, bookingId, madeAt: now, expiresAt })));
  const { total } = price(input);
  return ok({ kind: 'accepted', at: now, ...accepted, total, bookingId, number });
}
