import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import { quoteLinks, quotes } from '#server/database/schema/quotes';
import { hashOfToken } from '#server/links/clientLink';
import { eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

/** An unguessable link to a quote for one of its readers. Only its hash is kept, so it cannot be shown again. */
export async function makeQuoteLink(
  db: Tx | Database,
  about: { readonly quoteId: string; readonly who: string; readonly now: Instant },
): Promise<{ token: string; number: string }> {
  const token = randomBytes(32).toString('base64url');
  return { token, number: await keepQuoteLink(db, token, about) };
}

/** Lets a given token open a quote: the same message, handed over again, has the same link. @returns the quote's number */
export async function keepQuoteLink(
  db: Tx | Database,
  token: string,
  { quoteId, who, now }: { readonly quoteId: string; readonly who: string; readonly now: Instant },
): Promise<string> {
  await db
    .insert(quoteLinks)
    .values({ hash: hashOfToken(token), quoteId, who, madeAt: now })
    .onConflictDoNothing();
  const [quote] = await db.select({ number: quotes.number }).from(quotes).where(eq(quotes.id, quoteId));
  return quote!.number;
}

/** The quote that a link opens, and for whom; null where it opens none. */
export async function quoteOfLink(db: Tx | Database, token: string): Promise<{ quoteId: string; who: string } | null> {
  const [row] = await db
    .select({ quoteId: quoteLinks.quoteId, who: quoteLinks.who })
    .from(quoteLinks)
    .where(eq(quoteLinks.hash, hashOfToken(token)));
  return row ?? null;
}
