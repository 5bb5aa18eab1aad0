import type { Fact, FactKind, FactOf } from '#core/bookings/facts';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import type { QuoteFact } from '#core/quotes/facts';

type Kinded = { readonly kind: string };
/** For each kind of fact, its fields that hold people's data or texts, with what stands there once they are gone. */
export type PersonalFieldsOf<F extends Kinded> = {
  readonly [K in F['kind']]?: {
    readonly [P in keyof Extract<F, { kind: K }>]?: Extract<F, { kind: K }>[P] | undefined;
  };
};
/** What is kept of a fact in itself: sums, moments and ids, but nobody's words. */
export type WithoutPersonalData<F extends Kinded, W> = F extends Kinded
  ? F['kind'] extends keyof W
    ? Omit<F, keyof W[F['kind']]>
    : F
  : never;
/** What somebody wrote or is called: kept apart from the fact, so that it can go while the fact stays. */
export type PersonalData = Readonly<Record<string, unknown>>;

export const bookingWords = {
  agreed: { note: undefined, agreement: undefined },
  received: { note: undefined },
  cardKept: { consent: '' },
  lapsed: { note: undefined },
  clientAsked: { note: '' },
  askAnswered: { note: '' },
  sent: { subject: '', to: '' },
  payerAsked: { to: null },
  // Reasons of claims stand in documents and books, as titles and lines of a price do.
  claimMade: { restsOn: '', pictures: [] },
  claimCorrected: { restsOn: '', pictures: [] },
  claimObjected: { note: '' },
  claimDecided: { note: '' },
  courtesy: { reason: '' },
  putRight: { reason: '' },
} satisfies PersonalFieldsOf<Fact>;

export const quoteWords = {
  sent: { to: '' },
  chose: { filled: {} },
  asked: { text: '' },
  answered: { text: '' },
  signed: { name: '', image: null, consent: '', origin: '' },
  accepted: { filled: {} },
  declined: { reason: '' },
  askedAgain: { text: '' },
} satisfies PersonalFieldsOf<QuoteFact>;

export const requestWords = {
  sent: { to: '' },
  declined: { by: 'somebody' },
  onTheWay: { by: 'somebody' },
  returned: { by: 'somebody' },
  paid: { by: 'somebody' },
} satisfies PersonalFieldsOf<RequestFact>;

export type FactWithoutPersonalData = WithoutPersonalData<Fact, typeof bookingWords>;
export type RequestFactWithoutPersonalData = WithoutPersonalData<RequestFact, typeof requestWords>;
export type FactWithoutPersonalDataOf<K extends FactKind> = WithoutPersonalData<FactOf<K>, typeof bookingWords>;

const wordsHere = (words: object, kind: string): Readonly<Record<string, unknown>> =>
  Object.hasOwn(words, kind) ? (words as Readonly<Record<string, Readonly<Record<string, unknown>>>>)[kind]! : {};

/** A fact taken apart into what stays for ever and what can go; null where nobody's words are in it. */
export function takenApart<F extends Kinded, W extends PersonalFieldsOf<F>>(
  fact: F,
  words: W,
): { readonly bare: WithoutPersonalData<F, W>; readonly said: PersonalData | null } {
  const here = wordsHere(words, fact.kind);
  const entries = Object.entries(fact);
  const said = entries.filter(([field, value]) => Object.hasOwn(here, field) && value !== undefined);
  return {
    bare: Object.fromEntries(entries.filter(([field]) => !Object.hasOwn(here, field))) as WithoutPersonalData<F, W>,
    said: said.length > 0 ? Object.fromEntries(said) : null,
  };
}

/** The whole fact. Where its words are gone, the field is missing or empty. */
export function putTogether<F extends Kinded, W extends PersonalFieldsOf<F>>(
  bare: WithoutPersonalData<F, W>,
  said: PersonalData | null,
  words: W,
): F {
  const kept = bare as unknown as Kinded;
  const gone = Object.entries(wordsHere(words, kept.kind)).filter(([, value]) => value !== undefined);
  return { ...Object.fromEntries(gone), ...kept, ...said } as unknown as F;
}
