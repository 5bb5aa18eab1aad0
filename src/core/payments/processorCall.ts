import type { Deal } from '#core/bookings/deal';
import type { Claimed, KeptFor } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { Consented, Mandate } from '#core/consent/consented';
import type { Minor } from '#core/money/minor';

/** What an intent asks of a processor, with what its record needs. */
export type ProcessorCall =
  | { readonly kind: 'charge'; readonly card: CardUsed; readonly description: string; readonly fee?: FeeCharged }
  /** `consent` is what the client agreed to with the card, as it was shown. */
  | {
      readonly kind: 'pay';
      readonly card: CardUsed;
      readonly consent: string;
      readonly purposes?: Consented;
      readonly mandate?: Mandate;
      /** Somebody else pays: their card is charged this once. */
      readonly keepsCard?: false;
      readonly description: string;
      readonly fee?: FeeCharged;
      /** The client settles everything at once, and the price becomes this with the payment. */
      readonly becomes?: Deal;
      /** On top, for those who did the work. */
      readonly tip?: Minor;
      /** One payment for several bookings: what counts towards each, this one's own first. */
      readonly shares?: readonly PaidShare[];
    }
  /** What is due at once, reserved with a request and taken only with the owner's yes. */
  | {
      readonly kind: 'reserve';
      readonly card: CardUsed;
      readonly consent: string;
      readonly purposes?: Consented;
      readonly description: string;
    }
  | { readonly kind: 'captureReserved'; readonly authorisation: string; readonly held: Minor }
  | {
      readonly kind: 'hold';
      readonly card: CardUsed;
      readonly renews?: string;
      readonly clientPresent: boolean;
      readonly description: string;
    }
  | { readonly kind: 'release'; readonly authorisation: string }
  | {
      readonly kind: 'capture';
      readonly authorisation: string;
      readonly held: Minor;
      readonly balance: Minor;
      readonly claims: readonly Claimed[];
      /** The most that claims may take of it, where that is less than is held. */
      readonly most?: Minor;
    }
  /** Some claims now, while the rest is held on. */
  | {
      readonly kind: 'takeClaims';
      readonly authorisation: string;
      readonly held: Minor;
      readonly claims: readonly { readonly id: string; readonly amount: Minor }[];
    }
  /** An authorisation in force is to last longer, or to be of the greater sum that the intent has. */
  | { readonly kind: 'extend'; readonly authorisation: string; readonly card: CardUsed }
  | { readonly kind: 'raise'; readonly authorisation: string; readonly held: Minor; readonly card: CardUsed }
  /** A hold of a card at the counter's reader, until then. */
  | {
      readonly kind: 'counterHold';
      readonly account: string;
      readonly until: Instant;
      readonly key: string;
      readonly description: string;
    }
  /** What a cancellation left owed, captured from the hold. */
  | { readonly kind: 'keepFromHold'; readonly authorisation: string; readonly held: Minor }
  /** With the fee passed on and the tip where the whole payment goes back: they are in the intent's amount. */
  | {
      readonly kind: 'refund';
      readonly receiptId: string;
      readonly payment: string;
      readonly account: string;
      readonly on?: OnTop;
    }
  | {
      readonly kind: 'verify';
      readonly card: CardUsed;
      readonly consent: string;
      readonly purposes?: Consented;
      readonly mandate?: Mandate;
      readonly use?: KeptFor;
    }
  /** A card at the counter's reader, which tells whose it was. */
  | { readonly kind: 'counter'; readonly account: string; readonly description: string };

/** What was paid on top of what counts towards a booking. */
export type OnTop = { readonly fee?: Minor; readonly feeTax?: Minor; readonly tip?: Minor };
export type PaidShare = {
  readonly bookingId: string;
  readonly amount: Minor;
  readonly consent: string;
  readonly purposes?: Consented;
  readonly mandate?: Mandate;
  readonly fee?: FeeCharged;
  readonly tip?: Minor;
  readonly becomes?: Deal;
};
/** `id` is the card's row where it is on file already; a new one gets its row with the record. */
export type CardUsed = {
  readonly id: string;
  readonly token: string;
  readonly last4: string;
  /** The processor's account that knows the token. */
  readonly account: string;
  /** Absent for a card. */
  readonly way?: 'debit';
};
/** A fee passed on, in the sum that is charged and not in what counts towards the booking; and the tax in it. */
export type FeeCharged = { readonly amount: Minor; readonly tax: Minor };

/** Whether it is a payment of somebody who pays for the client. */
export const isPayers = (request: ProcessorCall): boolean => request.kind === 'pay' && request.keepsCard === false;
