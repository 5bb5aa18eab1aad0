import type { ClaimState } from '#core/claims/claims';
import type { EvidenceKind } from '#core/disputes/evidence';
import type { DisputeState } from '#core/disputes/disputes';
import type { ClaimKind, DisputeFamily } from '#core/claims/said';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** What a decision would do, computed as it would be recorded, and shown before it is taken. */
export type Foreseen = {
  /** How the money goes back: the sum, and over what. */
  readonly refunds: readonly { readonly amount: Minor; readonly how: string }[];
  readonly entries: readonly {
    readonly description: string;
    readonly lines: readonly { readonly account: string; readonly amount: Minor }[];
  }[];
  readonly documents: readonly { readonly what: string; readonly amount: Minor | null }[];
};

/** A claim as its client reads it. */
export type ClaimOnPage = {
  readonly id: string;
  readonly what: ClaimKind;
  readonly reason: string;
  readonly restsOn: string;
  readonly amount: Minor;
  readonly pictures: readonly { readonly fileId: string; readonly taken: string | null }[];
  readonly state: ClaimState;
  readonly answerBy: string | null;
  /** What they said to it, and what the owner decided then. */
  readonly note: string | null;
  readonly decided: string | null;
  readonly mayAnswer: boolean;
};

export type DisputeRow = {
  readonly id: string;
  /** A booking's or a request's number, with its address. */
  readonly number: string;
  readonly href: string;
  readonly client: string;
  readonly title: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly family: DisputeFamily;
  readonly code: string;
  readonly state: DisputeState;
  readonly openedAt: Instant;
  readonly answerBy: Instant;
  readonly decidedAt: Instant | null;
};

export type DisputeView = DisputeRow & {
  readonly charge: Minor;
  /** What speaks for the business, most convincing first; `words` of each on one page, few more behind it. */
  readonly pieces: readonly EvidencePiece[];
  readonly answered: {
    readonly at: Instant | null;
    readonly word: string;
    readonly pages: number;
    readonly bytes: number;
  } | null;
  readonly mayAnswer: boolean;
};

/** One thing that the answer shows; without lines there is nothing of it. */
export type EvidencePiece = {
  readonly kind: EvidenceKind;
  readonly title: string;
  readonly lines: readonly string[];
  readonly pictures: readonly string[];
};
