import type { WantedQuoteJob } from '#core/jobs/wantedQuoteJobs';
import type { Instant } from '#core/calendar/instant';
import type { Afterwards } from '#server/jobs/run/jobKinds';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { type LoadedQuote, standingOf } from '#server/quotes/lockQuote';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { writeQuoteMessage } from '#server/quotes/writeQuoteMessage';

type Context = { readonly tx: Tx; readonly deps: Deps; readonly loaded: LoadedQuote; readonly now: Instant };

export async function sendQuoteMessage(
  { tx, deps, loaded, now }: Context,
  errand: Extract<WantedQuoteJob, { kind: 'quoteMessage' }>,
): Promise<Afterwards> {
  const id = await writeQuoteMessage(tx, loaded, { ...errand, id: deps.newId(), cause: errand.key, now });
  return id === null ? null : async () => deps.outbox.wake();
}

/** The moment at which an offer ends: recorded once, unless it was accepted or renewed before. */
export async function turnQuote(tx: Tx, loaded: LoadedQuote, now: Instant): Promise<Afterwards> {
  const { state, revision } = standingOf(loaded, now);
  const told = loaded.facts.at(-1)?.kind === 'expired';
  await recordQuoteFacts(tx, loaded, state === 'expired' && !told ? [{ kind: 'expired', at: now, revision }] : [], now);
  return null;
}
