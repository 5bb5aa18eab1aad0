import type { Instant } from '#core/calendar/instant';

/** What came of a try to pay. */
export type PayOutcome =
  | { readonly state: 'paid' }
  /** Collected from a bank account: it counts from then on. */
  | { readonly state: 'onTheWay'; readonly settles: Instant }
  | { readonly state: 'confirm'; readonly url: string }
  | { readonly state: 'declined'; readonly code: string };
