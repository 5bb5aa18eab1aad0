import type { EvidenceKind } from '#core/disputes/evidence';
import type { DisputeFamily } from '#core/claims/said';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';

/** Nobody else reads the time. */
export interface Clock {
  now(): Instant;
}

export type CardRequest = {
  /** Idempotency key. A repeat with the same content is answered as before. */
  readonly key: string;
  /** Nothing where the card is presented to a reader. */
  readonly card: string | null;
  readonly amount: Minor;
  readonly currency: string;
  /** Whether the client is there to confirm, or the business acts on its agreement alone. */
  readonly clientPresent: boolean;
  readonly description: string;
};

export type LiveAuthorisation = { readonly reference: string; readonly amount: Minor; readonly currency: string };

/** What an account at a processor can do. What one cannot is never asked of it. */
export type Abilities = {
  readonly way: 'card' | 'debit' | 'reader';
  /** Hours for which an authorisation is honoured, and one that renews another; 0 where none can be placed. */
  readonly validHours: number;
  readonly renewValidHours: number;
  /** Whether an authorisation can be captured more than once, the rest staying held in between. */
  readonly captures: 'one' | 'several';
  /** Whether an authorisation in force can be made to last longer, or of a greater sum. */
  readonly extends: boolean;
  readonly raises: boolean;
  /** Whether an authorisation can be placed with the card at hand, and as an amount that is only estimated. */
  readonly cardPresent: boolean;
  readonly estimates: boolean;
  /** Whether a payment may be approved for less than was asked (`part` of the answer). */
  readonly parts: boolean;
  /** Whether the payer's bank asks before it disputes a payment. */
  readonly inquiries: boolean;
  /** Days until a payment counts; 0 where it counts at once. */
  readonly settleDays: number;
  readonly fee: { readonly percent: Decimal; readonly fixed: Minor };
};
export type Access = { readonly token: string; readonly until: Instant };
export type Mode = 'test' | 'live';
/** An account as its processor names it, with the access that its owner has given. */
export type Granted = {
  readonly account: string;
  readonly mode: Mode;
  readonly currency: string;
  readonly access: Access;
};

/**
 * One processor, all that is particular to it: connecting, its frame, its calls, its events and how they are signed. Another
 * one is another entry of `Adapters`, in a folder of its own; nothing else knows its name.
 */
export interface Adapter {
  readonly name: string;
  readonly abilities: Abilities;
  readonly currencies: readonly string[];
  /** Seconds that it has to answer a call. */
  readonly deadline: number;
  /** Where its frame comes from, besides our own address: what the policy of our pages lets in (`https://host`). */
  readonly frameOrigins: readonly string[];
  /** The processor's page on which the owner agrees; it leads back with a code and the same state. */
  agreeUrl(about: { readonly mode: Mode; readonly currency: string; readonly state: string }): string;
  /** Where the processor gives a test account at once, without a page: the code of one. */
  testCode?(currency: string): Promise<string>;
  /** Null for a code that is unknown, was used, or is another processor's. */
  exchange(code: string): Promise<Granted | null>;
  /** Null where the processor refuses; a repeat with the same access is answered as before. @throws where it cannot be reached */
  renew(account: string, access: string): Promise<Access | null>;
  /** The page in which a client types a number, framed by ours. */
  frame(account: string): string;
  open(account: string, access: string): CardProcessor;
  readonly events: {
    /** The account that an event says it is of, before anything of it is believed; null where it says none. */
    accountIn(body: string): string | null;
    /** `unsigned`: not by this processor, changed on its way, or old. `unknown`: it says nothing that is understood. */
    read(
      body: string,
      headers: Headers,
      mode: Mode,
    ): { readonly id: string; readonly event: ProcessorEvent } | 'unsigned' | 'unknown';
  };
}
/** The processors that an owner can have an account at, by the id that accounts are kept with. */
export type Adapters = Readonly<Record<string, Adapter>>;

/** @throws where it cannot be reached, does not take the access, or a key comes again with other content. */
export interface CardProcessor {
  charge(request: CardRequest): Promise<ProcessorAnswer>;
  authorise(request: CardRequest & { readonly renews?: string }): Promise<ProcessorAnswer>;
  /** Takes a part and lets the rest go, or keeps it held where more is to follow and the account can do that. */
  capture(request: {
    readonly key: string;
    readonly authorisation: string;
    readonly amount: Minor;
    readonly more?: boolean;
  }): Promise<ProcessorAnswer>;
  release(request: { readonly key: string; readonly authorisation: string }): Promise<ProcessorAnswer>;
  /** Honours an authorisation in force longer, where the account can. */
  extend(request: { readonly key: string; readonly authorisation: string }): Promise<ProcessorAnswer>;
  /** Makes an authorisation in force one of a greater sum, where the account can. */
  raise(request: {
    readonly key: string;
    readonly authorisation: string;
    readonly amount: Minor;
  }): Promise<ProcessorAnswer>;
  /** Answers a dispute, or an inquiry, with what speaks against it; once. `late`: its day has passed. */
  answerDispute(request: {
    readonly key: string;
    readonly dispute: string;
    readonly family: DisputeFamily;
    /** What the document shows, in its order. */
    readonly shows: readonly EvidenceKind[];
    readonly document: Uint8Array;
  }): Promise<DisputeAnswered>;
  /** Lets the payer have it. */
  giveInDispute(request: { readonly key: string; readonly dispute: string }): Promise<DisputeAnswered>;
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

export type DisputeAnswered = 'taken' | 'late' | 'unknown';

/** What a processor tells by itself, of one of the accounts that are connected, by its reference. */
export type ProcessorEvent = { readonly account: string } & ProcessorNews;
export type ProcessorNews =
  | { readonly type: 'request.answered'; readonly key: string; readonly answer: ProcessorAnswer }
  /** A payment that had counted was taken back: by the payer's bank, or reversed by the processor. */
  | {
      readonly type: 'payment.returned';
      readonly payment: string;
      readonly amount: Minor;
      readonly code: string;
      readonly at: Instant;
    }
  /** The payer's bank asks about a payment, takes it back, or has decided. */
  | {
      readonly type: 'dispute.changed';
      readonly dispute: string;
      readonly payment: string;
      readonly state: 'asked' | 'opened' | 'dropped' | 'won' | 'lost';
      readonly amount: Minor;
      /** What the processor charges for it; with `opened` alone. */
      readonly charge: Minor;
      readonly family: DisputeFamily;
      /** The bank's own reason. */
      readonly code: string;
      readonly answerBy: Instant;
      readonly at: Instant;
    }
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
export type MailAttachment = {
  readonly filename: string;
  readonly contentType: string;
  readonly content: Uint8Array;
  /** Of a part that the letter itself shows: the name by which it does (RFC 2392). */
  readonly cid?: string;
};

/** How a mailbox did not take a message. */
export class MailFailed extends Error {
  override readonly name = 'MailFailed';
  constructor(
    /** `refused`: for good, as an address that is none. `unsure`: it was handed over whole and not answered. */
    readonly how: 'refused' | 'unsure' | 'later',
    cause: unknown,
  ) {
    super(cause instanceof Error ? cause.message : String(cause), { cause });
  }
}

export interface Mailbox {
  /** @throws {MailFailed} */
  send(mail: OutgoingMail): Promise<{ readonly messageId: string }>;
}
