import type { TimeOfDay } from '#core/calendar/wallTime';
import type { CancellationTerms } from '#core/cancellation/cancel';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import type { HoldRule, InstalmentRule } from '#core/plan/rules';

/** A message that many days before or after the due day of an instalment, at the collecting hour. */
export type Reminder = { readonly days: number; readonly when: 'before' | 'after' };

/** A named set of money rules that services share. A booking keeps the version that it was agreed on. */
export type Terms = {
  readonly collectAt?: TimeOfDay | undefined;
  readonly instalments: readonly InstalmentRule[];
  readonly hold?: HoldRule | undefined;
  /** Whether the agreement lets the hold pay an unpaid balance. */
  readonly holdCoversBalance: boolean;
  readonly cancellation: CancellationTerms;
  readonly graceDays: number;
  readonly reminders: readonly Reminder[];
  /** Hours after each soft decline of a charge until the next try; the last entry is the last try. */
  readonly retryAfterHours: readonly number[];
  readonly minimum?: { readonly percent: Decimal } | { readonly fixed: Minor } | undefined;
  /** A booking whose first payment has not come by then gives its place back; absent: it waits. */
  readonly lapseAfterHours?: number | undefined;
};
