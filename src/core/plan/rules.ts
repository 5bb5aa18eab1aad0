import type { PlainDate } from '#core/calendar/days';
import type { DateOffset, HoursOffset, Offset } from '#core/calendar/offset';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';

/** How an instalment is collected: by a request, from the card or account on file, or in person. */
export type Collect = 'ask' | 'charge' | 'desk';
/** A share is a part, by that whole weight, of what the other rules leave. */
export type AmountRule = { readonly percent: Decimal } | { readonly fixed: Minor } | { readonly share: number };
export type Anchor = 'agreement' | 'start' | 'end';
export type AnchoredDue = {
  readonly on: Anchor;
  readonly plus?: DateOffset | undefined;
  readonly minus?: DateOffset | undefined;
};
export type DueRule = AnchoredDue | { readonly on: 'midway' } | { readonly date: PlainDate } | { readonly open: true };

export type InstalmentRule = {
  readonly name: string;
  readonly collect: Collect;
  readonly amount: AmountRule;
  readonly due: DueRule;
};

export type HoldAmountRule = { readonly percent: Decimal } | { readonly fixed: Minor };
export type HoldRule = {
  readonly amount: HoldAmountRule;
  readonly place: {
    readonly on: 'start' | 'agreement';
    readonly plus?: Offset | undefined;
    readonly minus?: Offset | undefined;
  };
  readonly keep: { readonly on: 'end'; readonly plus?: Offset | undefined };
  /** How long the card network honours the first authorisation; default 168 hours. */
  readonly validFor?: HoursOffset | undefined;
  /** How long it honours one that is placed without the client; default as validFor. */
  readonly renewValidFor?: HoursOffset | undefined;
  /** How long before an expiry the next is placed; default 12 hours. */
  readonly margin?: HoursOffset | undefined;
  /** Whether the older one is released after its successor stands, or before; default overlap. */
  readonly style?: 'overlap' | 'swap' | undefined;
};

export type PlanInput = {
  readonly currency: string;
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly total: Minor;
  /** When in the day money is collected; default 09:00. */
  readonly collectAt?: TimeOfDay | undefined;
  readonly instalments: readonly InstalmentRule[];
  readonly hold?: HoldRule | undefined;
};
