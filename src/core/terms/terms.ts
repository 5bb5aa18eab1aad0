import type { DateOffset } from '#core/calendar/offset';
import type { TimeOfDay } from '#core/calendar/wallTime';
import type { CancellationTerms } from '#core/cancellation/cancel';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import type { HoldRule, InstalmentRule } from '#core/plan/rules';
import { type WayToPay, waysToPay } from '#core/paymentMethods/ways';

/** A message so long before or after the due day of an instalment, never once it is paid. */
export type Reminder = DateOffset & {
  readonly when: 'before' | 'after';
  /** Absent: at the collecting hour. */
  readonly at?: TimeOfDay | undefined;
  /** How the message begins; what is due and when follows from the plan. Absent: the usual wording. */
  readonly text?: string | undefined;
};

/** Back later than agreed: some minutes are free, then so much for each begun hour or day of the lateness. */
export type LateRule = {
  readonly freeMinutes: number;
  readonly per: 'hour' | 'day';
  /** A sum, or a percentage of the price of one such hour or day of the booking. */
  readonly each: { readonly fixed: Minor } | { readonly percent: Decimal };
  readonly most?: Minor | undefined;
};

/** What may be claimed after the service, and how the client is heard. */
export type ClaimTerms = {
  /** In all; absent: as much as the hold or the refundable deposit is. */
  readonly most?: { readonly percent: Decimal } | { readonly fixed: Minor } | undefined;
  /** Days in which the client accepts or objects before anything is taken; 0: they are told, and not asked. */
  readonly answerDays: number;
  readonly late?: LateRule | undefined;
};

/** Why a service that is sold at a distance to consumers cannot be withdrawn from. */
export const withdrawalExemptions = ['setDate', 'lodging', 'vehicles', 'leisure'] as const;
/** The right to withdraw by law: so many days from the agreement, or the exemption that holds. */
export type WithdrawalTerms = { readonly days: number } | { readonly exempt: (typeof withdrawalExemptions)[number] };

export type FeeTerms = {
  readonly percent: Decimal;
  readonly fixed: Minor;
  readonly mode: 'add' | 'cover';
  /** ISO 3166 code of the country whose law decides whether a fee may be passed on. */
  readonly country: string;
};

/** A named set of money rules that services share. A booking keeps the version that it was agreed on. */
export type Terms = {
  readonly collectAt?: TimeOfDay | undefined;
  readonly instalments: readonly InstalmentRule[];
  /** Whether what is due at agreement secures the booking, or is left to the client; and which sum is offered first. */
  readonly firstPayment?: { readonly required: boolean; readonly preset: 'due' | 'all' } | undefined;
  /** Off the price where the client pays everything with the first payment. */
  readonly payAllDiscount?: Decimal | undefined;
  readonly hold?: HoldRule | undefined;
  /** A refundable deposit is charged in place of the hold where that would need more than so many authorisations. */
  readonly chargeInstead?: { readonly above: number } | undefined;
  /** A booking is secured only with a card on file, also where nothing is due yet. */
  readonly cardOnFile?: boolean | undefined;
  /** Whether the agreement lets the hold pay an unpaid balance. */
  readonly holdCoversBalance: boolean;
  /** Whether it lets the hold pay what a cancellation or no-show leaves owed. */
  readonly holdCoversKeep?: boolean | undefined;
  readonly cancellation: CancellationTerms;
  /** Absent: claims are told with the close-out, and not asked about. */
  readonly claims?: ClaimTerms | undefined;
  readonly withdrawal?: WithdrawalTerms | undefined;
  readonly graceDays: number;
  readonly reminders: readonly Reminder[];
  /** Hours after each soft decline of a charge until the next try; the last entry is the last try. */
  readonly retryAfterHours: readonly number[];
  readonly minimum?: { readonly percent: Decimal } | { readonly fixed: Minor } | undefined;
  readonly fee?: FeeTerms | undefined;
  /** What the client is offered; absent: every way. */
  readonly ways?: readonly WayToPay[] | undefined;
  /** A booking whose first payment has not come by then gives its place back; absent: it waits. */
  readonly lapseAfterHours?: number | undefined;
};

/** The ways that the terms name; all where they name none. */
export const waysOfTerms = ({ ways }: Pick<Terms, 'ways'>): readonly WayToPay[] => ways ?? waysToPay;
