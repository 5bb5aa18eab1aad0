import type { DisputeFamily } from '#core/claims/said';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';

/** How money for a request can come in. */
export const requestMethods = ['card', 'debit', 'cash', 'transfer', 'cheque'] as const;
export type RequestMethod = (typeof requestMethods)[number];

/** What happened to a payment request: appended, never changed. */
export type RequestFact =
  | { readonly kind: 'sent'; readonly to: string }
  | { readonly kind: 'copied' }
  | { readonly kind: 'opened'; readonly via: 'message' | 'link' }
  | { readonly kind: 'declined'; readonly code: string; readonly by: string }
  /** Collected from a bank account; paid when it settles. */
  | { readonly kind: 'onTheWay'; readonly amount: number; readonly by: string; readonly settles: string }
  /** It had been paid, and the payer's bank sent it back. */
  | ({
      readonly kind: 'returned';
      readonly payment?: string;
      readonly amount: number;
      readonly code: string;
      readonly by: string;
      /** A dispute over it was lost: the money had left with that. */
      readonly disputed?: true;
    } & Tipped)
  /** The payer's bank asks about a payment (`taken` false), or has taken it, with the processor's charge for that. */
  | ({
      readonly kind: 'disputed';
      readonly dispute: string;
      readonly payment: string;
      readonly taken: boolean;
      readonly amount: Minor;
      readonly charge: Minor;
      readonly family: DisputeFamily;
      readonly code: string;
      readonly answerBy: Instant;
    } & Tipped)
  | { readonly kind: 'disputeAnswered'; readonly dispute: string; readonly sha256: string }
  /** A lost one is told by `returned` as well: what it paid is owed again. */
  | ({
      readonly kind: 'disputeDecided';
      readonly dispute: string;
      readonly outcome: 'won' | 'lost' | 'givenIn' | 'dropped';
      readonly amount: Minor;
    } & Tipped)
  /** `hand`: recorded by the owner. Without a method it came by card. */
  | ({
      readonly kind: 'paid';
      /** What makes it count once, where it was recorded by hand. */
      readonly payment?: string;
      readonly amount: number;
      readonly by: string;
      readonly via: 'message' | 'link' | 'hand';
      readonly method?: RequestMethod;
    } & Tipped)
  /** What its lines come to is owed from here on: revenue, with its tax. */
  | { readonly kind: 'sold'; readonly total: Minor; readonly taxes: readonly TaxAmount[] }
  /** So much of what was sold is owed no more. */
  | { readonly kind: 'takenBack'; readonly total: Minor; readonly taxes: readonly TaxAmount[] };

type Tipped = { readonly tip?: Minor; readonly tipFor?: 'staff' };
