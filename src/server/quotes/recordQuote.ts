import type { Recorded } from '#core/people/actor';
import { actorNow } from '#server/actor/actorNow';
import { businessSignatory } from '#core/agreements/agreement';
import { wantedQuoteJobs } from '#core/jobs/wantedQuoteJobs';
import { quoteFactsRead } from '#core/factCodec/readFact';
import type { Instant } from '#core/calendar/instant';
import type { QuoteFact } from '#core/quotes/facts';
import { offerPrice } from '#core/quotes/offer';
import { isOpen, quoteStanding, type QuoteSituation } from '#core/quotes/standing';
import { planJobs } from '#server/jobs/plan/planJobs';
import { keepWords } from '#server/database/keptWords';
import type { Tx } from '#server/database/database';
import { quoteFacts, quotes, type QuoteWant } from '#server/database/schema/quotes';
import type { LoadedQuote } from '#server/quotes/lockQuote';
import { eq } from 'drizzle-orm';

/** What a quote asks of its owner; null where it waits for the client or is over. */
export function wantOf(current: QuoteSituation): QuoteWant | null {
  if (current.state === 'accepted' || current.state === 'withdrawn') return null;
  if (current.question) return 'answer';
  if (isOpen(current) && current.toSign[0] === businessSignatory) return 'signature';
  if (current.state !== 'expired') return null;
  return current.askedAgain ? 'anew' : 'renewal';
}

/** What a list shows and is searched by. */
export function quoteSummary({ quote, facts, offer }: LoadedQuote, current: QuoteSituation) {
  const { title, clientName, clientEmail } = offer ?? quote.draft;
  const reference = quote.draft.reference;
  return {
    state: current.state,
    wants: wantOf(current),
    expiresAt: current.expiresAt,
    touchedAt: facts.at(-1)?.at ?? quote.touchedAt,
    ...(offer ? { total: offerPrice(offer, current.choice).total, currency: offer.currency } : {}),
    search: [quote.number, title, clientName, clientEmail, reference].join(' ').toLowerCase(),
  };
}

/** Appends facts to a locked quote, and writes what follows from them: summary and agenda. The only way in which it moves. */
export async function recordQuoteFacts(
  tx: Tx,
  loaded: LoadedQuote,
  added: readonly QuoteFact[],
  now: Instant,
): Promise<LoadedQuote> {
  const { quote } = loaded;
  const actor = actorNow();
  const done = added.map((fact): Recorded<QuoteFact> => ({ ...fact, actor }));
  for (const fact of done) {
    const { fact: bare, said } = quoteFactsRead.written(fact);
    const wordsId = await keepWords(tx, said);
    await tx.insert(quoteFacts).values({ quoteId: quote.id, fact: bare, wordsId, at: fact.at });
  }
  const after = { ...loaded, facts: [...loaded.facts, ...done] };
  await writeQuoteDerived(tx, after, now);
  return after;
}

/** Summary and agenda of a quote, as it stands. */
export async function writeQuoteDerived(tx: Tx, loaded: LoadedQuote, now: Instant): Promise<void> {
  const { quote, facts, offer } = loaded;
  const current = quoteStanding(facts, offer, now);
  await tx.update(quotes).set(quoteSummary(loaded, current)).where(eq(quotes.id, quote.id));
  await planJobs(tx, 'quoteId', [{ of: quote.id, wanted: wantedQuoteJobs(current, facts) }]);
}
