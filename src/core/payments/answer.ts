import type { Instant } from '#core/calendar/instant';
import { least, type Minor } from '#core/money/minor';

/** What a card processor answers to any request; asked again with the same key it answers the same. */
export type ProcessorAnswer =
  | {
      readonly outcome: 'approved';
      readonly reference: string;
      readonly at: Instant;
      readonly expires?: Instant;
      readonly last4?: string;
      /** Approved for so much alone, where a processor does that; what is missing is still owed. */
      readonly part?: Minor;
    }
  /** Taken in, and decided later: collected from a bank account, it counts from then on unless an event says otherwise. */
  | {
      readonly outcome: 'pending';
      readonly reference: string;
      readonly settles: Instant;
      readonly last4: string;
      readonly at: Instant;
    }
  | { readonly outcome: 'declined'; readonly code: string; readonly decline: 'soft' | 'hard'; readonly at: Instant }
  /** The bank wants the client to confirm, at that address, by then. An event brings the outcome. */
  | {
      readonly outcome: 'confirm';
      readonly reference: string;
      readonly url: string;
      readonly until: Instant;
      readonly at: Instant;
    };
/** An answer that ends the matter. */
export type Ended = Extract<ProcessorAnswer, { outcome: 'approved' | 'declined' }>;
/** What was approved of a sum that was asked for: all of it, unless the answer says that it was a part. */
export const approvedOf = (asked: Minor, { part }: { readonly part?: Minor }): Minor => least(asked, part ?? asked);

/** A bank debit that was taken in, and settles in some days. */
export type Pending = Extract<ProcessorAnswer, { outcome: 'pending' }>;
