import type { People } from '#core/wording/actorWords';
import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { z } from 'zod';

/**
 * What may not get through: a letter, an errand of the agenda, what a processor is asked for a booking or for a payment
 * request, an answer to a dispute, an event of a processor, the renewal of an access.
 */
export const failureKinds = ['letter', 'errand', 'call', 'requestCall', 'answer', 'event', 'renewal'] as const;
export type FailureKind = (typeof failureKinds)[number];

const which = { kind: z.enum(failureKinds), id: z.string().min(1).max(200) };
export const RetryFailure = z.strictObject(which);
export type RetryFailure = z.infer<typeof RetryFailure>;
export const DropFailure = z.strictObject({
  ...which,
  reason: z.string().trim().min(1, 'say why').max(500, 'at most 500 letters'),
});
export type DropFailure = z.infer<typeof DropFailure>;

export type Failure = {
  readonly kind: FailureKind;
  readonly id: string;
  /** An occasion, a kind of errand, what is asked, a type of event, or an account: by its kind. */
  readonly what: string;
  /** Of the booking, quote or request; empty where there is none. */
  readonly number: string;
  readonly who: string;
  readonly amount: Minor | null;
  readonly currency: string;
  /** Whether money waits on it. */
  readonly money: boolean;
  readonly since: Instant;
  /** `refused`, `unsure` or `later` of a letter; else what was said, cleaned of secrets; empty where nothing was. */
  readonly why: string;
  readonly tries: number;
  /** Whether it is tried again by itself. */
  readonly again: boolean;
  readonly givenUp: { readonly at: Instant; readonly reason: string; readonly actor: Actor } | null;
};
export type FailuresView = {
  /** Where money waits first, then the oldest. */
  readonly waiting: readonly Failure[];
  /** The newest of what was given up. */
  readonly givenUp: readonly Failure[];
  readonly people: People;
};
