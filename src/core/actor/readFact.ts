import { type Actor, actorOfOld, type Recorded } from '#core/actor/actor';
import type { Fact } from '#core/booking/facts';
import type { QuoteFact } from '#core/quote/facts';

/** The form in which facts are written now. 1: without an actor. */
export const factVersion = 2;

/**
 * Reads facts as they were written, in the form of today: the one reader of all that is kept of a kind. A form that
 * changes gets a step here and a sample of the former one in its test; what is kept is never rewritten.
 * @param old whoever did what was kept before actors were
 */
export const factReader =
  <F extends object>(old: (fact: F) => Actor) =>
  (written: unknown): Recorded<F> => {
    const { v = 1, actor, ...fact } = written as { readonly v?: number; readonly actor?: Actor } & F;
    if (v > factVersion) throw new Error(`a fact of form ${v}, and this program knows ${factVersion} of them`);
    return { ...(fact as unknown as F), actor: actor ?? old(fact as unknown as F) };
  };

/** What is kept of a fact. */
export const writtenFact = <F extends object>(fact: Recorded<F>): object => ({ ...fact, v: factVersion });

export const readFact = factReader<Fact>(actorOfOld);

/** Of quotes it is said by what happened: what the owner sends and answers, what a client reads and signs. */
export const readQuoteFact = factReader<QuoteFact>((fact) => {
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
