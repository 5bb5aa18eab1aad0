import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** Nobody else reads the time. */
export interface Clock {
  now(): Instant;
}

/** What a card processor answers to any request; asked again with the same key it answers the same. */
export type ProcessorAnswer =
  | { readonly outcome: 'approved'; readonly reference: string; readonly at: Instant; readonly expires?: Instant }
  | { readonly outcome: 'declined'; readonly code: string; readonly decline: 'soft' | 'hard'; readonly at: Instant }
  /** The bank wants the client to confirm, at that address, by then. An event brings the outcome. */
  | {
      readonly outcome: 'confirm';
      readonly reference: string;
      readonly url: string;
      readonly until: Instant;
      readonly at: Instant;
    };

export type CardRequest = {
  /** Idempotency key. A repeat with the same content is answered as before. */
  readonly key: string;
  readonly card: string;
  readonly amount: Minor;
  readonly currency: string;
  /** Whether the client is there to confirm, or the business acts on its agreement alone. */
  readonly clientPresent: boolean;
  readonly description: string;
};

export type LiveAuthorisation = { readonly reference: string; readonly amount: Minor; readonly currency: string };

/** @throws where it cannot be reached, or a key comes again with other content. */
export interface CardProcessor {
  readonly abilities: { readonly validHours: number; readonly renewValidHours: number };
  charge(request: CardRequest): Promise<ProcessorAnswer>;
  authorise(request: CardRequest & { readonly renews?: string }): Promise<ProcessorAnswer>;
  /** Takes a part and lets the rest go. */
  capture(request: {
    readonly key: string;
    readonly authorisation: string;
    readonly amount: Minor;
  }): Promise<ProcessorAnswer>;
  release(request: { readonly key: string; readonly authorisation: string }): Promise<ProcessorAnswer>;
  refund(request: { readonly key: string; readonly payment: string; readonly amount: Minor }): Promise<ProcessorAnswer>;
  /** Checks a card without charging it. */
  verify(request: {
    readonly key: string;
    readonly card: string;
    readonly clientPresent: boolean;
  }): Promise<ProcessorAnswer>;
  /** Gives up a confirmation that the client has not answered. */
  abandon(request: { readonly reference: string }): Promise<void>;
  /** What the token stands for; null where the processor does not know it. */
  cardOf(token: string): Promise<{ readonly last4: string } | null>;
  liveAuthorisations(): Promise<readonly LiveAuthorisation[]>;
}

export type ProcessorEvent =
  | { readonly type: 'request.answered'; readonly key: string; readonly answer: ProcessorAnswer }
  | { readonly type: 'authorisation.lapsed'; readonly authorisation: string; readonly at: Instant }
  | {
      readonly type: 'payout.made';
      readonly payout: string;
      readonly at: Instant;
      readonly currency: string;
      readonly gross: Minor;
      readonly fee: Minor;
      readonly payments: readonly { readonly reference: string; readonly amount: number; readonly fee: number }[];
    };

export type OutgoingMail = {
  /** A second hand-over with the same key leaves no second message. */
  readonly key: string;
  readonly from: { readonly name: string; readonly address: string };
  readonly to: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
  readonly html: string;
  /** Addresses that get a copy. */
  readonly copyTo?: readonly string[];
  readonly attachments?: readonly MailAttachment[];
};
export type MailAttachment = { readonly filename: string; readonly contentType: string; readonly content: Uint8Array };

export interface Mailbox {
  send(mail: OutgoingMail): Promise<{ readonly messageId: string }>;
}

/** The stand-ins as the application's clock moves them; null parts where the real world is connected. */
export interface World {
  readonly clock: Clock;
  readonly cards: CardProcessor;
  readonly mailbox: Mailbox;
  /** Carries out what is due in the world by itself: expiries, payouts, events. @returns whether anything was. */
  advance(): Promise<boolean>;
}
