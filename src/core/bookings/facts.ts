import type { Deal } from '#core/bookings/deal';
import type { Instant } from '#core/calendar/instant';
import type { Confirmation } from '#core/places/rules';
import type { WallTime } from '#core/calendar/wallTime';
import type { CancelRule } from '#core/cancellation/cancel';
import type { Minor } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import type { ClaimKind, ClaimSaid, DisputeFamily } from '#core/claims/said';
import type { Consented, ConsentEvidence, Mandate } from '#core/consent/consented';

/** `debit` is collected from a bank account, `reader` a card at the counter; `credit` and `voucher` were in hand before. */
export type PaymentMethod = 'card' | 'debit' | 'reader' | 'cash' | 'transfer' | 'cheque' | 'credit' | 'voucher';
/** What a card or bank account is kept for. */
export type KeptFor = 'payments' | 'hold';
export type Claimed = {
  readonly id: string;
  readonly reason: string;
  readonly amount: Minor;
  /** Absent: of before there were kinds. */
  readonly kind?: ClaimKind | undefined;
};
export type DeclineKind = 'soft' | 'hard';

export type ChangeReason = 'change' | 'terms' | 'payAll' | 'courtesy';
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
 * How it stands in the books, said by the fact itself as it is recorded (core/books/journal/posted.ts): what of the sum
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
  cardKept: {
    cardId: string;
    last4: string;
    consent: string;
    way?: 'debit';
    use?: KeptFor;
    /** What it may pay without another question. Absent: of before there were purposes; the plan and its hold alone. */
    purposes?: Consented;
    evidence?: ConsentEvidence;
    mandate?: Mandate;
  };
  /** The client has it charged no more: neither what is owed nor a hold in force ends with that. */
  consentWithdrawn: { cardId: string; last4: string };
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
    /** The card was at the counter. */
    present?: true;
  };
  holdRefused: { amount: Minor; code: string; decline: DeclineKind; cardId: string; last4: string; renews?: string };
  /** A hold that the owner put on the booking by hand, or another sum of the one that its terms have. */
  holdWanted: { key: string; amount: Minor; until: Instant };
  /** The processor honours it longer, or for a greater sum. */
  holdExtended: { authorisation: string; expires: Instant };
  holdRaised: { authorisation: string; amount: Minor; by: Minor };
  holdReleased: { authorisation: string; amount: Minor };
  holdLapsed: { authorisation: string; amount: Minor };
  /** `balance` of the captured sum pays the balance, the rest pays claims. */
  holdCaptured: { authorisation: string; held: Minor; captured: Minor; balance: Minor };
  /** The hold pays what a cancellation left owed. */
  keptFromHold: { authorisation: string; held: Minor; captured: Minor };
  /** Some claims were taken of it, and the rest is held on. */
  claimsTaken: {
    authorisation: string;
    captured: Minor;
    claims: readonly { readonly id: string; readonly amount: Minor }[];
    /** Tax within what was taken, by the kinds of the claims. */
    taxes?: readonly TaxAmount[];
  };
  /** Something is claimed, and the client told of it: they answer until then, where the terms give them days for it. */
  claimMade: ClaimSaid & { key: string; answerBy: Instant | null };
  /** The same claim, said anew. The days for an answer begin again where the sum is higher. */
  claimCorrected: ClaimSaid & { answerBy: Instant | null };
  claimWithdrawn: { claimId: string };
  claimAccepted: { claimId: string; amount: Minor };
  /** `agreesTo` is what the client would pay instead. */
  claimObjected: { claimId: string; amount: Minor; note: string; agreesTo?: Minor };
  /** After an objection the owner stays with this sum. */
  claimDecided: { claimId: string; amount: Minor; note: string };
  /** What went out came back at that moment, or is said not to have. */
  broughtBack: { moment: Instant };
  notBack: Record<never, never>;
  /** Given back after the delivery without a change of the price; the money goes by `refunded`. */
  courtesy: { courtesyId: string; amount: Minor; reason: string; taxes?: readonly TaxAmount[] };
  /** A payment that was recorded by hand had not come: its entry is turned round. */
  putRight: {
    receiptId: string;
    amount: Minor;
    method: PaymentMethod;
    reason: string;
  } & FeeReceived &
    Posted &
    Rounded;
  /** The payer's bank asks first: no money moves. */
  disputeAsked: {
    disputeId: string;
    receiptId: string;
    amount: Minor;
    family: DisputeFamily;
    code: string;
    answerBy: Instant;
  };
  /**
   * The payer's bank takes a payment back, and the processor its charge for that. `claims` of the sum had paid claims, the
   * rest counted towards the booking.
   */
  disputeOpened: {
    disputeId: string;
    receiptId: string;
    amount: Minor;
    claims: Minor;
    charge: Minor;
    family: DisputeFamily;
    code: string;
    answerBy: Instant;
    again?: true;
  } & FeeReceived;
  disputeAnswered: { disputeId: string; sha256: string };
  disputeDecided: {
    disputeId: string;
    receiptId: string;
    outcome: 'won' | 'lost' | 'givenIn' | 'dropped';
    amount: Minor;
    claims: Minor;
    /** Tax within what had paid claims. */
    claimTaxes?: readonly TaxAmount[];
  } & FeeReceived &
    Posted;
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
  /** `claims`: of after the close-out, with the tax within them. */
  claimOwed: { amount: Minor; claims?: readonly Claimed[]; taxes?: readonly TaxAmount[] };
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
    rule: CancelRule | 'withdrawal';
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
