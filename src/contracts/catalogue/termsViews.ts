import type { changeBooking } from '#contracts/routes/bookings';
import type { CodeOf } from '#contracts/routes/route';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';

export type TermsLine = {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly madeAt: Instant;
  readonly rules: Terms;
  readonly services: readonly { readonly id: string; readonly name: string }[];
  /** Bookings not over yet that keep a version of these terms, and how many of them an older one. */
  readonly coming: number;
  readonly onOlder: number;
};
export type TermsListView = { readonly terms: readonly TermsLine[] };

export type TermsView = {
  /** Null for terms that are being made. */
  readonly terms: TermsLine | null;
  readonly services: readonly {
    readonly id: string;
    readonly name: string;
    readonly termsId: string;
    readonly termsName: string;
  }[];
  readonly names: readonly string[];
};

/** One booking that a newer version could touch, and what that would change. */
export type TermsTouch = {
  readonly id: string;
  readonly number: string;
  readonly client: string;
  readonly title: string;
  readonly currency: string;
  readonly start: WallTime;
  readonly version: number;
  /** Its own rules differ from the version that it was agreed on. */
  readonly own: boolean;
  readonly seen: number;
  readonly sentences: readonly string[];
  readonly dueNow: readonly [before: Minor, after: Minor];
  readonly held: readonly [before: Minor, after: Minor];
  readonly back: Minor;
  readonly tells: boolean;
  readonly refused: CodeOf<typeof changeBooking> | null;
};
export type TermsUseView = {
  readonly terms: TermsLine;
  readonly touches: readonly TermsTouch[];
  readonly more: number;
};
