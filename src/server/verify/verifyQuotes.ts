import type { Recorded } from '#core/actor/actor';
import type { QuoteFactOf } from '#core/quote/facts';
import { quoteRevisions, quotes, signedDocuments } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { digestOfDocument, digestOfOffer, sha256 } from '#server/quotes/digest';
import { readQuote, standingOf } from '#server/quotes/lockQuote';
import { quoteSummary } from '#server/quotes/recordQuote';
import { type Difference, differs } from '#server/verify/differs';
import { asc, eq } from 'drizzle-orm';

/** Each quote's summary, the digest of every offer, and the SHA-256 of everything that was signed. */
export async function verifyQuotes({ db, clock }: Pick<Deps, 'db' | 'clock'>): Promise<Difference[]> {
  const found: Difference[] = [];
  for (const { id } of await db.select({ id: quotes.id }).from(quotes).orderBy(asc(quotes.number))) {
    const loaded = (await readQuote(db, id))!;
    const { quote, facts } = loaded;
    const current = standingOf(loaded, clock.now());
    // Before anything was sent a list shows the draft.
    const { search: _, touchedAt: __, ...summary } = quoteSummary(loaded, current);
    const kept = Object.fromEntries(Object.keys(summary).map((key) => [key, quote[key as keyof typeof quote]]));
    found.push(...differs('quote', quote.number, kept, summary));
    found.push(...differs('booking of a quote', quote.number, quote.bookingId, current.accepted?.bookingId ?? null));
    for (const { revision, offer, digest } of await db
      .select()
      .from(quoteRevisions)
      .where(eq(quoteRevisions.quoteId, id)))
      found.push(...differs('offer', `${quote.number} version ${revision}`, digest, digestOfOffer(offer)));
    const documents = await db.select().from(signedDocuments).where(eq(signedDocuments.quoteId, id));
    for (const { sha256: digest, document, text } of documents) {
      found.push(...differs('signed text', quote.number, digest, sha256(text)));
      found.push(...differs('signed document', quote.number, digest, digestOfDocument(document)));
    }
    const signed = facts.filter((fact): fact is Recorded<QuoteFactOf<'signed'>> => fact.kind === 'signed');
    const missing = signed.filter((fact) => !documents.some((document) => document.sha256 === fact.sha256));
    found.push(
      ...differs(
        'signatures without their document',
        quote.number,
        missing.map((fact) => fact.sha256),
        [],
      ),
    );
  }
  return found;
}
