import type { Instant } from '#core/calendar/instant';
import type { QuoteSituation } from '#core/quotes/standing';
import { refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { type LoadedQuote, lockQuote, standingOf } from '#server/quotes/lockQuote';
import { quoteOfLink } from '#server/quotes/quoteLink';

export type QuoteNotFound = { readonly code: 'quote_not_found' };
export type QuoteEdited = { readonly code: 'quote_edited'; readonly edition: number };
export type OpenQuote = {
  readonly tx: Tx;
  readonly loaded: LoadedQuote;
  readonly current: QuoteSituation;
  readonly now: Instant;
};

/** A clock that is behind, as another process's can be for a moment, makes nothing happen before what has happened. */
function momentOn({ clock }: Deps, { facts }: LoadedQuote): Instant {
  const now = clock.now();
  const last = facts.at(-1)?.at;
  return last !== undefined && last > now ? last : now;
}

/**
 * Runs an owner's decision on a locked quote, then carries out what has become due by it. Refused where the draft is
 * not the one that the owner saw.
 * @param first what else is locked before the quote, always in this order
 */
export async function onQuote<T, R extends { readonly code: string }>(
  deps: Deps,
  { quoteId, edition }: { readonly quoteId: string; readonly edition: number },
  decide: (open: OpenQuote) => Promise<Result<T, R>>,
  first: (tx: Tx) => Promise<unknown> = async () => undefined,
): Promise<Result<T, R | QuoteNotFound | QuoteEdited>> {
  const result = await deps.db.transaction(async (tx): Promise<Result<T, R | QuoteNotFound | QuoteEdited>> => {
    await first(tx);
    const loaded = await lockQuote(tx, quoteId);
    if (!loaded) return refuse({ code: 'quote_not_found' });
    if (loaded.quote.edition !== edition) return refuse({ code: 'quote_edited', edition: loaded.quote.edition });
    const now = momentOn(deps, loaded);
    return decide({ tx, loaded, current: standingOf(loaded, now), now });
  });
  if (result.ok) await runDueOf(deps, { quote: quoteId });
  return result;
}

/**
 * Runs a reader's decision on the locked quote of a link, then carries out what has become due by it.
 * @param first as with `onQuote`
 */
export async function onQuoteLink<T, R extends { readonly code: string }>(
  deps: Deps,
  link: string,
  decide: (open: OpenQuote & { readonly who: string }) => Promise<Result<T, R>>,
  first: (tx: Tx) => Promise<unknown> = async () => undefined,
): Promise<Result<T, R | { readonly code: 'link_unknown' }>> {
  let about = '';
  const result = await deps.db.transaction(async (tx): Promise<Result<T, R | { readonly code: 'link_unknown' }>> => {
    await first(tx);
    const opened = await quoteOfLink(tx, link);
    if (!opened) return refuse({ code: 'link_unknown' });
    about = opened.quoteId;
    const loaded = (await lockQuote(tx, about))!;
    const now = momentOn(deps, loaded);
    return decide({ tx, loaded, current: standingOf(loaded, now), now, who: opened.who });
  });
  if (result.ok) await runDueOf(deps, { quote: about });
  return result;
}
