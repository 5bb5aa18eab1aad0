import { nextToSign } from '#core/agreements/agreement';
import type { Instant } from '#core/calendar/instant';
import type { Choice, Offer } from '#core/quotes/offer';
import { presetChoice } from '#core/quotes/offer';
import type { Filled, QuoteFact, QuoteFactOf } from '#core/quotes/facts';

export const quoteStates = [
  'draft',
  'sent',
  'opened',
  'signing',
  'accepted',
  'declined',
  'expired',
  'withdrawn',
] as const;
export type QuoteState = (typeof quoteStates)[number];

export type QuoteSituation = {
  readonly state: QuoteState;
  /** Of the offer that was sent last; 0 before that. */
  readonly revision: number;
  readonly sentAt: Instant | null;
  readonly expiresAt: Instant | null;
  readonly openedAt: Instant | null;
  /** What the client has chosen and filled in so far. */
  readonly choice: Choice;
  readonly filled: Filled;
  /** Of this revision: a change makes a new one, that is signed anew. */
  readonly signatures: readonly QuoteFactOf<'signed'>[];
  /** Who may sign now. */
  readonly toSign: readonly string[];
  readonly accepted: QuoteFactOf<'accepted'> | null;
  readonly declined: QuoteFactOf<'declined'> | null;
  /** The client's question that has had no answer yet. */
  readonly question: QuoteFactOf<'asked'> | null;
  readonly askedAgain: QuoteFactOf<'askedAgain'> | null;
};

const lastOf = <K extends QuoteFact['kind']>(facts: readonly QuoteFact[], kind: K): QuoteFactOf<K> | null =>
  (facts.findLast((fact) => fact.kind === kind) as QuoteFactOf<K> | undefined) ?? null;

/** Where a quote stands, from what was offered last and what happened. @param offer null while nothing was sent */
export function quoteStanding(facts: readonly QuoteFact[], offer: Offer | null, asOf: Instant): QuoteSituation {
  const sent = lastOf(facts, 'sent');
  const revision = sent?.revision ?? 0;
  const since = sent ? facts.slice(facts.lastIndexOf(sent) + 1) : facts;
  const signatures = facts.filter(
    (fact): fact is QuoteFactOf<'signed'> => fact.kind === 'signed' && fact.revision === revision,
  );
  const accepted = lastOf(facts, 'accepted');
  const declined = lastOf(since, 'declined');
  const withdrawn = lastOf(since, 'withdrawn');
  // The same offer sent anew keeps what the client had chosen of it.
  const chosen = lastOf(
    facts.filter((fact) => fact.kind === 'chose' && fact.revision === revision),
    'chose',
  );
  const question = lastOf(facts, 'asked');
  const answered = lastOf(facts, 'answered');
  const opened = lastOf(since, 'opened');
  const started = signatures.some((each) => each.signatory !== 'business');
  const expiresAt = sent?.expiresAt ?? null;
  const expired = expiresAt !== null && expiresAt <= asOf && !started;
  const state = ((): QuoteState => {
    if (accepted) return 'accepted';
    if (withdrawn) return 'withdrawn';
    if (declined) return 'declined';
    if (!offer || !sent) return 'draft';
    if (started) return 'signing';
    if (expired) return 'expired';
    return opened ? 'opened' : 'sent';
  })();
  const agreement = offer?.agreement ?? null;
  return {
    state,
    revision,
    sentAt: sent?.at ?? null,
    expiresAt,
    openedAt: since.find((fact) => fact.kind === 'opened')?.at ?? null,
    choice: chosen?.choice ?? (offer ? presetChoice(offer) : {}),
    filled: chosen?.filled ?? {},
    signatures,
    toSign: agreement
      ? nextToSign(
          agreement,
          signatures.map(({ signatory }) => signatory),
        )
      : [],
    accepted,
    declined,
    question: question && (!answered || facts.indexOf(answered) < facts.indexOf(question)) ? question : null,
    askedAgain: lastOf(since, 'askedAgain'),
  };
}

export const isOpen = ({ state }: Pick<QuoteSituation, 'state'>): boolean =>
  state === 'sent' || state === 'opened' || state === 'signing';
