import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { Choice } from '#core/quotes/offer';

export const signingMethods = ['typed', 'drawn', 'uploaded'] as const;
export type SigningMethod = (typeof signingMethods)[number];
/** What the client filled in, by the field's id. */
export type Filled = Readonly<Record<string, string>>;

type Kinds = {
  /** `by`: as a message, or as a link that the owner copied. Both open the same. */
  sent: { revision: number; by: 'message' | 'link'; to: string; expiresAt: Instant | null };
  linkCopied: { revision: number };
  opened: { revision: number; who: string };
  chose: { revision: number; choice: Choice; filled: Filled; total: Minor };
  asked: { text: string };
  answered: { text: string };
  signed: {
    revision: number;
    /** Of the request that made it: a repeat makes no second one. */
    attempt: string;
    signatory: string;
    name: string;
    method: SigningMethod;
    /** The picture of a drawn or uploaded signature. */
    image: string | null;
    consent: string;
    /** Of the document that was signed. */
    sha256: string;
    /** After the booking was made: how many of its changes the signed text holds. */
    changes?: number;
    /** Network address that the signature came from. */
    origin: string;
  };
  accepted: {
    revision: number;
    attempt: string;
    by: 'client' | 'owner';
    how: 'page' | 'telephone';
    choice: Choice;
    filled: Filled;
    total: Minor;
    bookingId: string;
    number: string;
  };
  declined: { reason: string };
  expired: { revision: number };
  /** After the expiry the client would still like it. */
  askedAgain: { text: string };
  withdrawn: object;
};
/** Something that happened to a quote: appended, never changed. */
export type QuoteFact = {
  [K in keyof Kinds]: { readonly kind: K; readonly at: Instant } & Readonly<Kinds[K]>;
}[keyof Kinds];
export type QuoteFactOf<K extends keyof Kinds> = Extract<QuoteFact, { kind: K }>;
