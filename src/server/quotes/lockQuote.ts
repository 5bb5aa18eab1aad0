import type { Recorded } from '#core/people/actor';
import { quoteFactsRead } from '#core/factCodec/readFact';
import type { Instant } from '#core/calendar/instant';
import type { QuoteFact, QuoteFactOf } from '#core/quotes/facts';
import type { Offer } from '#core/quotes/offer';
import { quoteStanding, type QuoteSituation } from '#core/quotes/standing';
import type { Database, Tx } from '#server/database/database';
import { quoteFacts, quoteRevisions, quotes } from '#server/database/schema/quotes';
import { words } from '#server/database/schema/words';
import { and, asc, desc, eq, gt, inArray } from 'drizzle-orm';

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

const factsOf = (db: Database | Tx, ids: readonly string[]) =>
  db
    .select({ quoteId: quoteFacts.quoteId, fact: quoteFacts.fact, said: words.said })
    .from(quoteFacts)
    .leftJoin(words, eq(words.id, quoteFacts.wordsId))
    .where(inArray(quoteFacts.quoteId, [...ids]))
    .orderBy(asc(quoteFacts.seq));

type FactRow = Awaited<ReturnType<typeof factsOf>>[number];

const isSent = (fact: Recorded<QuoteFact>): fact is Recorded<QuoteFactOf<'sent'>> => fact.kind === 'sent';
const sentLast = (facts: readonly Recorded<QuoteFact>[]) => facts.findLast(isSent);
const wholeFacts = (rows: readonly FactRow[]) => rows.map(({ fact, said }) => quoteFactsRead.whole(fact, said));

/** @param offered the revision that was sent last */
function loadedFrom(
  quote: QuoteRow,
  facts: readonly Recorded<QuoteFact>[],
  newest: RevisionRow | undefined,
  offered: RevisionRow | undefined,
): LoadedQuote {
  return {
    quote,
    facts,
    offer: offered ? { ...offered.offer, expiresAt: sentLast(facts)!.expiresAt } : null,
    digest: offered?.digest ?? null,
    newest: newest ?? null,
  };
}

async function load(db: Database | Tx, id: string, lock: boolean): Promise<LoadedQuote | null> {
  const query = db.select().from(quotes).where(eq(quotes.id, id));
  const [quote] = await (lock ? query.for('update') : query);
  if (!quote) return null;
  const facts = wholeFacts(await factsOf(db, [id]));
  const sent = sentLast(facts);
  const [newest] = await db
    .select()
    .from(quoteRevisions)
    .where(eq(quoteRevisions.quoteId, id))
    .orderBy(desc(quoteRevisions.revision))
    .limit(1);
  const offered =
    sent && newest?.revision !== sent.revision ? await revisionOf(db, id, sent.revision) : sent ? newest : undefined;
  return loadedFrom(quote, facts, newest, offered);
}

export type QuoteWithRevisions = LoadedQuote & { readonly revisions: readonly RevisionRow[] };

/** The quotes that come after this number, at most so many, by number, with everything that was ever offered by them. */
export async function readQuotesAfter(db: Database | Tx, number: string, most: number): Promise<QuoteWithRevisions[]> {
  const rows = await db.select().from(quotes).where(gt(quotes.number, number)).orderBy(asc(quotes.number)).limit(most);
  if (rows.length === 0) return [];
  const ids = rows.map(({ id }) => id);
  const told = await factsOf(db, ids);
  const all = await db
    .select()
    .from(quoteRevisions)
    .where(inArray(quoteRevisions.quoteId, ids))
    .orderBy(asc(quoteRevisions.revision));
  return rows.map((quote) => {
    const facts = wholeFacts(told.filter(({ quoteId }) => quoteId === quote.id));
    const revisions = all.filter(({ quoteId }) => quoteId === quote.id);
    const sent = sentLast(facts);
    const offered = revisions.find(({ revision }) => revision === sent?.revision);
    return { ...loadedFrom(quote, facts, revisions.at(-1), offered), revisions };
  });
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

export const standingOf = ({ facts, offer }: LoadedQuote, asOf: Instant): QuoteSituation =>
  quoteStanding(facts, offer, asOf);
