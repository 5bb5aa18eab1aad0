import type { Deal } from '#core/booking/deal';
import type { Instant } from '#core/calendar/instant';
import type { Confirmation } from '#core/availability/rules';
import type { WallTime } from '#core/calendar/wallTime';
import type { CancelRule } from '#core/cancellation/cancel';
import type { Minor } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';

/** `debit` is collected from a bank account, `reader` a card at the counter; `credit` and `voucher` were in hand before. */
export type PaymentMethod = 'card' | 'debit' | 'reader' | 'cash' | 'transfer' | 'cheque' | 'credit' | 'voucher';
/** What a card or bank account is kept for. */
export type KeptFor = 'payments' | 'hold';
/** What kind of thing a claim is for: its tax is set by this (money-rules-2.md, section 12). */
export const claimKinds = ['damage', 'late', 'refill', 'other'] as const;
export type ClaimKind = (typeof claimKinds)[number];
export type Claimed = {
  readonly id: string;
  readonly reason: string;
  readonly amount: Minor;
  /** Absent: of before there were kinds. */
  readonly kind?: ClaimKind | undefined;
};
export type DeclineKind = 'soft' | 'hard';

export type ChangeReason = 'change' | 'terms' | 'payAll';
/** A fee passed on with a card payment, the tax in it, and a tip; not part of `amount`. */
type FeeReceived = {
  fee?: Minor;
  feeTax?: Minor;
  feeTaxes?: readonly TaxAmount[];
  tip?: Minor;
  /** The tip is not the business's. */
  tipFor?: 'staff';
};
/**
 * How it stands in the books, said by the fact itself as it is recorded (core/journal/posted.ts): what of the sum
 * filled a refundable deposit, and the tax within that becomes payable with the receipt, or no more, where tax is due then.
 */
type Posted = { security?: Minor; taxes?: readonly TaxAmount[] };
/** What changed hands in cash beyond the sum, or short of it (below nothing), where the law rounds cash. */
type Rounded = { rounded?: Minor };

/** An agreement that the client accepted on the booking page, word for word, under the SHA-256 of its text. */
export type AcceptedText = {
  readonly name: string;
  readonly signedBy: string;
  readonly text: string;
  readonly sha256: string;
};

type Kinds = {
  /** `quote`: the number of the quote that was accepted. */
  agreed: { by: 'owner' | 'client'; quote?: string; note?: string; agreement?: AcceptedText };
  received: {
    receiptId: string;
    amount: Minor;
    method: PaymentMethod;
    cardId?: string;
    last4?: string;
    note?: string;
    voucherId?: string;
    /** Of a voucher that buys one thing alone: the tax within, which was owed when it was sold. */
    prepaidTax?: readonly TaxAmount[];
  } & FeeReceived &
    Posted &
    Rounded;
  /** A fee passed on and a tip go back only where the whole payment does. */
  refunded: {
    refundId: string;
    receiptId: string;
    amount: Minor;
    method: PaymentMethod;
    voucherId?: string;
    prepaidTax?: readonly TaxAmount[];
  } & FeeReceived &
    Posted &
    Rounded;
  refundRefused: { receiptId: string; amount: Minor; code: string };
  /** `way` is absent for a card. A bank account is kept for payments alone; without `use` a card is for both. */
  cardKept: { cardId: string; last4: string; consent: string; way?: 'debit'; use?: KeptFor };
  /** Collected from a bank account, and not in hand before it settles. */
  debitSent: {
    receiptId: string;
    amount: Minor;
    cardId: string;
    last4: string;
    settles: Instant;
    clientPresent: boolean;
  };
  /** The bank sent it back, before it settled or after; `code` is the bank's reason (ISO 20022). */
  debitReturned: {
    receiptId: string;
    amount: Minor;
    code: string;
    cardId: string;
    last4: string;
    settled: boolean;
    clientPresent: boolean;
  } & FeeReceived &
    Posted;
  /** The owner has the next payment go through another account. */
  accountChosen: { accountId: string | null; name: string };
  /** `code` is the issuer's ISO 8583 response code; `clientPresent` tells a payment page from a charge on file. */
  chargeDeclined: {
    amount: Minor;
    code: string;
    decline: DeclineKind;
    cardId: string;
    last4: string;
    clientPresent: boolean;
  };
  holdAsked: { amount: Minor; cardId: string; last4: string; confirmUrl: string; intentId: string };
  holdPlaced: {
    authorisation: string;
    amount: Minor;
    expires: Instant;
    cardId: string;
    last4: string;
    /** The authorisation that this one takes over from. */
    renews?: string;
  };
  holdRefused: { amount: Minor; code: string; decline: DeclineKind; cardId: string; last4: string; renews?: string };
  holdReleased: { authorisation: string; amount: Minor };
  holdLapsed: { authorisation: string; amount: Minor };
  /** `balance` of the captured sum pays the balance, the rest pays claims. */
  holdCaptured: { authorisation: string; held: Minor; captured: Minor; balance: Minor };
  /** The hold pays what a cancellation left owed. */
  keptFromHold: { authorisation: string; held: Minor; captured: Minor };
  /** Of a refundable deposit: what claims and the balance took, and what goes back. */
  securitySettled: { claimed: Minor; balance: Minor; back: Minor };
  /** What was owed after the service or a cancellation and will not be asked for any more. */
  givenUp: { amount: Minor };
  changed: {
    by: 'owner' | 'client';
    /** Sent with the request that made it, so that a repeat makes no second one. */
    key: string;
    reason: ChangeReason;
    before: Deal;
    after: Deal;
    /** Whether something changes for the client, who is then told. */
    tells: boolean;
    /** By how much more of what is in hand fills a refundable deposit now. */
    security?: Minor;
    /** After the delivery: the taxes of the price as it is now. */
    taxes?: readonly TaxAmount[];
  };
  gapAccepted: { authorisation: string | null };
  /**
   * The service was delivered, at its end. `received` is what was in hand for its price then. Without `taxes` it was
   * recorded with the close-out, and what was too much became credit at once.
   */
  delivered: { total: Minor; tax: Minor; received: Minor; taxes?: readonly TaxAmount[] };
  claimOwed: { amount: Minor };
  closeOutDecided: { claims: readonly Claimed[]; coverBalance: boolean };
  closedOut: {
    claims: readonly Claimed[];
    captured: Minor;
    released: Minor;
    shortfall: Minor;
    outstanding: Minor;
    /** What had come beyond the price: the client's credit from now on. */
    over?: Minor;
    /** Tax within the claims, by their kinds. */
    taxes?: readonly TaxAmount[];
  };
  cancelled: {
    by: 'client' | 'business' | 'no_show';
    rule: CancelRule;
    keep: Minor;
    refund: Minor;
    owed: Minor;
    fromHold?: Minor;
    /** Tax within what is kept. */
    taxes?: readonly TaxAmount[];
  };
  /** `note` is what the owner wrote to the client who had asked. */
  lapsed: { reason: 'not_paid' | 'not_answered' | 'declined'; note?: string };
  /** Its place is kept until then, for a payment or for somebody's yes. */
  placeKept: { until: Instant; for: Confirmation };
  /** The yes that a request waited for; the booking counts as agreed from that time of the business's clocks. */
  confirmed: { by: 'client' | 'owner'; agreed: WallTime };
  /** A payment came after the place had been given back, and it was still free. */
  revived: Record<never, never>;
  /** What is due at once is reserved on a card with the request, to be taken with the owner's yes. */
  paymentAuthorised: { authorisation: string; amount: Minor; expires: Instant; cardId: string; last4: string };
  paymentCaptured: { authorisation: string; held: Minor; captured: Minor } & Posted;
  paymentReleased: { authorisation: string; amount: Minor };
  /** The client asks to cancel, or to begin at another time; a cancellation they ask for counts from this moment. */
  clientAsked: { askId: string; what: 'cancel' | 'move'; start?: WallTime; end?: WallTime; note: string };
  askAnswered: { askId: string; yes: boolean; note: string };
  sent: { occasion: string; subject: string; messageId: string; to: string };
  seen: { page: string };
  /** A link for somebody else who pays. */
  payerAsked: { to: string | null };
};

export type FactKind = keyof Kinds;
/** Something that happened to a booking: appended, never changed. States, history and reports are read from these. */
export type Fact = { [K in FactKind]: { readonly kind: K; readonly at: Instant } & Readonly<Kinds[K]> }[FactKind];
export type FactOf<K extends FactKind> = Extract<Fact, { kind: K }>;
