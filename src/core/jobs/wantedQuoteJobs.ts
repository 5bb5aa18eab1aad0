import { businessSignatory, clientSignatory } from '#core/agreements/agreement';
import { addHours, type Instant } from '#core/calendar/instant';
import type { QuoteFact } from '#core/quotes/facts';
import { isOpen, type QuoteSituation } from '#core/quotes/standing';

export const quoteOccasions = ['quote', 'quoteReminder', 'signRequest', 'answer', 'ownerTold'] as const;
export type QuoteOccasion = (typeof quoteOccasions)[number];

/** One thing that Ostendo will do for a quote by itself. The key makes it happen once. */
export type WantedQuoteJob = { readonly key: string; readonly at: Instant } & (
  | {
      readonly kind: 'quoteMessage';
      readonly occasion: QuoteOccasion;
      /** The signatory whom it goes to; absent: the client, or the business where it is told. */
      readonly who?: string;
      /** The place of the fact that it tells of. */
      readonly fact?: number;
    }
  /** Looks again at its expiry. */
  | { readonly kind: 'quoteTurn' }
);

/** A client is reminded this long before the offer ends, and only of one that had stood twice as long. */
const reminderHours = 24;

const toldOf: readonly QuoteFact['kind'][] = ['accepted', 'declined', 'asked', 'askedAgain'];

/** What is to be done for a quote, and when, as far as it can be told now. */
export function wantedQuoteJobs(current: QuoteSituation, facts: readonly QuoteFact[]): WantedQuoteJob[] {
  const errands = facts.flatMap((fact, index): WantedQuoteJob[] => {
    const about = { kind: 'quoteMessage', at: fact.at, fact: index } as const;
    if (fact.kind === 'sent' && fact.by === 'message') return [{ ...about, key: `quote:${index}`, occasion: 'quote' }];
    if (fact.kind === 'answered') return [{ ...about, key: `answer:${index}`, occasion: 'answer' }];
    const byOwner = fact.kind === 'accepted' && fact.by === 'owner';
    return toldOf.includes(fact.kind) && !byOwner ? [{ ...about, key: `told:${index}`, occasion: 'ownerTold' }] : [];
  });
  if (!isOpen(current)) return errands;
  const { expiresAt, sentAt, revision, state } = current;
  if (expiresAt && state !== 'signing') {
    const at = addHours(expiresAt, -reminderHours);
    errands.push({ key: `expires:${expiresAt}`, kind: 'quoteTurn', at: expiresAt });
    if (addHours(sentAt!, 2 * reminderHours) <= expiresAt)
      errands.push({ key: `remind:${expiresAt}`, kind: 'quoteMessage', occasion: 'quoteReminder', at });
  }
  if (state !== 'signing') return errands;
  const since = current.signatures.at(-1)!.at;
  for (const who of current.toSign) {
    if (who === clientSignatory || who === businessSignatory) continue;
    errands.push({ key: `sign:${revision}:${who}`, kind: 'quoteMessage', occasion: 'signRequest', who, at: since });
  }
  return errands;
}
