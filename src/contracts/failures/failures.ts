import type { People } from '#core/wording/actorWords';
import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { z } from 'zod';

/**
 * What may not get through: a letter, an errand of the agenda, what a processor is asked for a booking or for a payment
 * request, an answer to a dispute, an event of a processor, the renewal of an access.
 */
export const throughKinds = ['letter', 'errand', 'call', 'requestCall', 'answer', 'event', 'renewal'] as const;
export type ThroughKind = (typeof throughKinds)[number];

const which = { kind: z.enum(throughKinds), id: z.string().min(1).max(200) };
export const TryThrough = z.strictObject(which);
export type TryThrough = z.infer<typeof TryThrough>;
export const GiveUpOn = z.strictObject({
  ...which,
  reason: z.string().trim().min(1, 'say why').max(500, 'at most 500 letters'),
});
export type GiveUpOn = z.infer<typeof GiveUpOn>;

export type NotThrough = {
  readonly kind: ThroughKind;
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
export type NotThroughView = {
  /** Where money waits first, then the oldest. */
  readonly waiting: readonly NotThrough[];
  /** The newest of what was given up. */
  readonly givenUp: readonly NotThrough[];
  readonly people: People;
};
