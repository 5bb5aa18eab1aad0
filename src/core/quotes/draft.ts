import type { Agreement } from '#core/agreements/agreement';

/** Who pays how: on the page as the terms say, at the counter, or on the client's house account. */
export const settlings = ['online', 'counter', 'account'] as const;
export type Settling = (typeof settlings)[number];

export const discountKinds = ['none', 'percent', 'amount'] as const;
export type DiscountKind = (typeof discountKinds)[number];
export const expiryKinds = ['none', 'hours', 'days', 'date'] as const;
export type ExpiryKind = (typeof expiryKinds)[number];

/** Numbers and sums are kept as they were typed: a half-written one is not lost, and says what is wrong with it. */
export type DraftLine = {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly quantity: string;
  readonly unit: string;
  readonly unitPrice: string;
  readonly discountKind: DiscountKind;
  readonly discount: string;
  readonly taxes: readonly string[];
};
export type DraftExtra = {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly unitPrice: string;
  readonly taxes: readonly string[];
  readonly least: string;
  readonly most: string;
  readonly preset: string;
  /** Where it is a damage waiver: what is held, and what can be claimed at most, with it. */
  readonly waiver?: { readonly hold: string; readonly most: string } | undefined;
};

/** These stand once each, and draw what the quote holds. */
export const fixedBlocks = ['included', 'price', 'extras', 'plan', 'agreement', 'signature'] as const;
export type FixedBlock = (typeof fixedBlocks)[number];
export type QuoteBlock =
  | { readonly id: string; readonly kind: 'heading' | 'text'; readonly text: string }
  | { readonly id: string; readonly kind: 'picture'; readonly file: string; readonly text: string }
  | { readonly id: string; readonly kind: FixedBlock };

export type Attachment = { readonly file: string; readonly name: string };

/** A quote as it is being written; a template is one without a client. */
export type QuoteDraft = {
  readonly title: string;
  readonly subject: string;
  readonly clientName: string;
  readonly clientEmail: string;
  readonly copyTo: string;
  readonly serviceId: string;
  readonly start: string;
  readonly end: string;
  readonly taxMode: 'inclusive' | 'exclusive';
  readonly lines: readonly DraftLine[];
  readonly extras: readonly DraftExtra[];
  readonly discountKind: DiscountKind;
  readonly discount: string;
  readonly termsId: string;
  readonly settling: Settling;
  readonly accountDays: string;
  readonly expiryKind: ExpiryKind;
  readonly expiry: string;
  readonly included: string;
  readonly note: string;
  readonly privateNote: string;
  readonly reference: string;
  readonly attachments: readonly Attachment[];
  /** Shown after the payment: a word of thanks, and a page of the business to go on to. */
  readonly thanks: string;
  readonly nextPage: string;
  readonly agreement: Agreement | null;
  readonly blocks: readonly QuoteBlock[];
};

export const usualBlocks: readonly QuoteBlock[] = fixedBlocks.map((kind) => ({ id: kind, kind }));

export const emptyDraft: QuoteDraft = {
  title: '',
  subject: '',
  clientName: '',
  clientEmail: '',
  copyTo: '',
  serviceId: '',
  start: '',
  end: '',
  taxMode: 'inclusive',
  lines: [],
  extras: [],
  discountKind: 'none',
  discount: '',
  termsId: '',
  settling: 'online',
  accountDays: '30',
  expiryKind: 'days',
  expiry: '7',
  included: '',
  note: '',
  privateNote: '',
  reference: '',
  attachments: [],
  thanks: '',
  nextPage: '',
  agreement: null,
  blocks: usualBlocks,
};
