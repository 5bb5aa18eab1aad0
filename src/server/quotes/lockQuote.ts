import type { Recorded } from '#core/actor/actor';
import { quoteFactsRead } from '#core/kept/readFact';
import type { Instant } from '#core/calendar/instant';
import type { QuoteFact, QuoteFactOf } from '#core/quote/facts';
import type { Offer } from '#core/quote/offer';
import { quoteStanding, type QuoteStanding } from '#core/quote/standing';
import type { Database, Tx } from '#server/database/database';
import { quoteFacts, quoteRevisions, quotes } from '#server/database/schema/quotes';
import { words } from '#server/database/schema/words';
import { and, asc, desc, eq } from 'drizzle-orm';

export type QuoteRow = typeof quotes.$inferSelect;
export type RevisionRow = typeof quoteRevisions.$inferSelect;
export type LoadedQuote = {
  readonly quote: QuoteRow;
  readonly facts: readonly Recorded<QuoteFact>[];
  /** What was sent last, with the expiry it was sent with; null before that. */
  readonly offer: Offer | null;
  readonly digest: string | null;
  /** The newest revision, which is not yet sent where only the business has signed it. */
  readonly newest: RevisionRow | null;
};

async function load(db: Database | Tx, id: string, lock: boolean): Promise<LoadedQuote | null> {
  const query = db.select().from(quotes).where(eq(quotes.id, id));
  const [quote] = await (lock ? query.for('update') : query);
  if (!quote) return null;
  const rows = await db
    .select({ fact: quoteFacts.fact, said: words.said })
    .from(quoteFacts)
    .leftJoin(words, eq(words.id, quoteFacts.wordsId))
    .where(eq(quoteFacts.quoteId, id))
    .orderBy(asc(quoteFacts.seq));
  const facts = rows.map(({ fact, said }) => quoteFactsRead.whole(fact, said));
  const sent = facts.findLast((fact): fact is Recorded<QuoteFactOf<'sent'>> => fact.kind === 'sent');
  const [newest] = await db
    .select()
    .from(quoteRevisions)
    .where(eq(quoteRevisions.quoteId, id))
    .orderBy(desc(quoteRevisions.revision))
    .limit(1);
  const offered =
    sent && newest?.revision !== sent.revision ? await revisionOf(db, id, sent.revision) : sent ? newest : undefined;
  return {
    quote,
    facts,
    offer: offered ? { ...offered.offer, expiresAt: sent!.expiresAt } : null,
    digest: offered?.digest ?? null,
    newest: newest ?? null,
  };
}

export const revisionOf = async (
  db: Database | Tx,
  quoteId: string,
  revision: number,
): Promise<RevisionRow | undefined> =>
  (
    await db
      .select()
      .from(quoteRevisions)
      .where(and(eq(quoteRevisions.quoteId, quoteId), eq(quoteRevisions.revision, revision)))
  )[0];

/** The quote with its facts; nobody else changes it until the transaction ends. */
export const lockQuote = (tx: Tx, id: string): Promise<LoadedQuote | null> => load(tx, id, true);
export const readQuote = (db: Database | Tx, id: string): Promise<LoadedQuote | null> => load(db, id, false);

export const standingOf = ({ facts, offer }: LoadedQuote, asOf: Instant): QuoteStanding =>
  quoteStanding(facts, offer, asOf);
