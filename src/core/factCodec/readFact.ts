import { type Actor, actorOfOld, type Recorded } from '#core/people/actor';
import type { Fact } from '#core/bookings/facts';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import {
  type WithoutPersonalData,
  bookingWords,
  putTogether,
  quoteWords,
  requestWords,
  type PersonalData,
  takenApart,
  type PersonalFieldsOf,
} from '#core/factCodec/personalData';
import type { QuoteFact } from '#core/quotes/facts';

/** The form in which facts are written now. 1: without an actor; 2: with the words of people in the fact itself. */
export const factVersion = 3;

type Kinded = { readonly kind: string };

/**
 * The one reader of all that is kept of a subject, in every form in which it was ever written.
 * @param words the fields that are kept apart
 * @param old whoever did what was kept before actors were
 */
export const readerOf =
  <F extends Kinded>() =>
  <W extends PersonalFieldsOf<F>>(words: W, old: (fact: WithoutPersonalData<F, W>) => Actor) => ({
    /** What stands in the fact itself. A form that is not known yet throws. */
    bare(written: unknown): Recorded<WithoutPersonalData<F, W>> {
      const { v = 1, actor, ...kept } = written as { readonly v?: number; readonly actor?: Actor };
      if (v > factVersion) throw new Error(`a fact of form ${v}, and this program knows ${factVersion} of them`);
      const fact = kept as unknown as WithoutPersonalData<F, W>;
      return { ...fact, actor: actor ?? old(fact) };
    },
    /** The fact with its words; where they are gone, without. */
    whole: (bare: Recorded<WithoutPersonalData<F, W>>, said: PersonalData | null): Recorded<F> =>
      putTogether<F, W>(bare, said, words) as Recorded<F>,
    /** What is kept of a fact: in itself, and apart from it. */
    written(fact: Recorded<F>): {
      readonly fact: Recorded<WithoutPersonalData<F, W>>;
      readonly said: PersonalData | null;
    } {
      const { bare, said } = takenApart<F, W>(fact, words);
      return { fact: bare as Recorded<WithoutPersonalData<F, W>>, said };
    },
    words,
  });

export const bookingFactsRead = readerOf<Fact>()(bookingWords, actorOfOld);

/** Of quotes it is said by what happened: what the owner sends and answers, what a client reads and signs. */
export const quoteFactsRead = readerOf<QuoteFact>()(quoteWords, (fact) => {
  switch (fact.kind) {
    case 'sent':
    case 'linkCopied':
    case 'answered':
    case 'withdrawn':
      return { kind: 'person', id: null };
    case 'accepted':
      return fact.by === 'owner' ? { kind: 'person', id: null } : { kind: 'client', device: null };
    case 'signed':
      return fact.signatory === 'business' ? { kind: 'person', id: null } : { kind: 'client', device: null };
    case 'expired':
      return { kind: 'clock' };
    case 'opened':
    case 'chose':
    case 'asked':
    case 'declined':
    case 'askedAgain':
      return { kind: 'client', device: null };
  }
});

export const requestFactsRead = readerOf<RequestFact>()(requestWords, ({ kind }) => {
  if (kind === 'sent' || kind === 'copied') return { kind: 'person', id: null };
  if (kind === 'disputed' || kind === 'disputeDecided') return { kind: 'processor', account: null };
  if (kind === 'disputeAnswered') return { kind: 'person', id: null };
  return kind === 'returned' ? { kind: 'processor', account: null } : { kind: 'payer' };
});
