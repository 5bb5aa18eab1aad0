import type { GivenBill } from '#contracts/clients/clients';
import type { KnownClient } from '#contracts/clients/knownClients';
import type { Agreed } from '#core/bookings/agreed';
import type { ServiceLine, TaxLine } from '#contracts/catalogue/serviceViews';
import type { Agreement } from '#core/agreements/agreement';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { QuoteDraft } from '#core/quotes/draft';
import type { Filled, QuoteFact } from '#core/quotes/facts';
import type { Choice, Offer } from '#core/quotes/offer';
import type { QuoteContext } from '#core/quotes/readDraft';
import type { SignedDocument } from '#core/quotes/signedDocument';
import type { QuoteState } from '#core/quotes/standing';

export type QuoteLine = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly client: string;
  readonly state: QuoteState;
  readonly wants: 'answer' | 'signature' | 'renewal' | 'anew' | null;
  readonly total: Minor | null;
  readonly currency: string | null;
  readonly expiresAt: Instant | null;
  readonly touchedAt: Instant;
  readonly edition: number;
  readonly bookingNumber: string | null;
};
export type QuotesView = {
  readonly quotes: readonly QuoteLine[];
  /** Above `mostCounted` one more than that, which stands for many. */
  readonly counts: Readonly<Partial<Record<QuoteState, number>>>;
  readonly more: boolean;
  readonly templates: readonly { readonly id: string; readonly name: string }[];
};

export type BusinessFace = {
  readonly name: string;
  readonly line: string;
  readonly email: string;
  readonly address: string;
  readonly country: string;
  readonly colour: string | null;
  readonly logo: string | null;
  readonly picture: string | null;
};

/** What a quote or template is composed with. */
export type ComposeAround = {
  readonly business: BusinessFace;
  readonly context: QuoteContext;
  readonly services: readonly ServiceLine[];
  readonly taxes: readonly TaxLine[];
  readonly termsNames: readonly { readonly id: string; readonly name: string }[];
  readonly clients: readonly KnownClient[];
  readonly agreements: readonly { readonly id: string; readonly agreement: Agreement }[];
};

export type QuoteView = ComposeAround & {
  readonly id: string;
  readonly number: string;
  readonly edition: number;
  readonly draft: QuoteDraft;
  readonly state: QuoteState;
  readonly wants: QuoteLine['wants'];
  readonly revision: number;
  /** Whether the draft says something else than what was sent. */
  readonly differs: boolean;
  /** Whether the business has signed just what the draft says. */
  readonly signedFirst: boolean;
  /** Whether a client has signed, and it was not erased since: there is a paper of it. */
  readonly hasAgreement: boolean;
  readonly question: string | null;
  readonly expiresAt: Instant | null;
  readonly bookingNumber: string | null;
  /** As the client has it now. */
  readonly choice: Choice;
  readonly history: readonly {
    readonly who: string;
    readonly at: Instant;
    readonly kind: QuoteFact['kind'] | 'paid';
    readonly words: string;
  }[];
};

export type TemplateView = ComposeAround & {
  readonly template: {
    readonly id: string;
    readonly name: string;
    readonly edition: number;
    readonly retired: boolean;
    readonly draft: QuoteDraft;
  } | null;
};
export type TemplatesView = {
  readonly templates: readonly {
    readonly id: string;
    readonly name: string;
    readonly retired: boolean;
    readonly title: string;
    readonly lines: number;
    readonly extras: number;
    readonly agreement: string | null;
  }[];
  readonly agreements: readonly {
    readonly id: string;
    readonly name: string;
    readonly fields: number;
    readonly business: Agreement['business'];
  }[];
};
/** A booking that an agreement is shown on: what fills in its fields. */
export type AgreementSample = {
  readonly number: string;
  readonly title: string;
  readonly clientName: string;
  readonly clientEmail: string;
  readonly agreed: Agreed;
  readonly agreedAt: Instant;
};

export type AgreementView = {
  /** The newest booking; null where there is none yet. */
  readonly sample: AgreementSample | null;
  readonly agreement: { readonly id: string; readonly edition: number; readonly agreement: Agreement } | null;
};

/** What the reader of a quote's link is given; nothing of it is private to the owner. */
export type QuotePageView = {
  readonly number: string;
  readonly business: BusinessFace;
  readonly who: string;
  readonly readerName: string;
  /** For whom documents are, where that was said; null: nothing was. */
  readonly bill: GivenBill | null;
  readonly state: QuoteState;
  readonly revision: number;
  readonly digest: string;
  readonly offer: Offer;
  readonly now: Instant;
  readonly choice: Choice;
  readonly filled: Filled;
  readonly toSign: readonly string[];
  readonly signatures: readonly { readonly signatory: string; readonly name: string; readonly when: string }[];
  /** What the client has signed, for those who sign after; and its SHA-256. */
  readonly signed: { readonly document: SignedDocument; readonly sha256: string } | null;
  readonly question: { readonly text: string; readonly answer: string | null } | null;
  readonly askedAgain: boolean;
  /** What changed since this reader's earlier visit. */
  readonly changes: readonly string[];
};
