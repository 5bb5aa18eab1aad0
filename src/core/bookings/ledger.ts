import { type Aftermath, emptyAftermath, withAftermath } from '#core/bookings/aftermath';
import type { Confirmation } from '#core/places/rules';
import type { Fact, FactOf } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { Consented } from '#core/consent/consented';
import { type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import type { Receipt } from '#core/position/position';

export type HeldAuthorisation = {
  readonly id: string;
  /** What is held now. */
  readonly amount: Minor;
  /** What was taken of it while the rest stayed held. */
  readonly taken: Minor;
  /** With the card at the counter: whoever held it agreed there. */
  readonly present: boolean;
  readonly placedAt: Instant;
  readonly expires: Instant;
  readonly cardId: string;
  readonly last4: string;
  readonly state: 'inForce' | 'captured' | 'released' | 'lapsed';
  /** When it was captured or released or lapsed. */
  readonly endedAt: Instant | null;
};

/** A card, or a bank account where `way` says so. */
export type CardOnFile = {
  readonly cardId: string;
  readonly last4: string;
  readonly way?: 'debit';
  /** What it may pay without another question; absent where it was kept before there were purposes. */
  readonly purposes?: Consented;
};

/** What the facts of one booking add up to, before any clock is looked at. */
export type Ledger = {
  readonly receipts: readonly (Receipt & {
    /** What of it is not in hand any more, given back or sent back by the payer's bank. */
    readonly refunded: Minor;
    /** What of that its payer's bank has, or never came: it is owed again. */
    readonly returned?: Minor;
    readonly method: FactOf<'received'>['method'] | 'hold';
    readonly voucherId?: string;
    /** Of what it was charged to. */
    readonly cardId?: string;
    /** The fee that was passed on with it, and what of that went back. */
    readonly fee?: { readonly amount: Minor; readonly tax: Minor; readonly back: Minor; readonly taxBack: Minor };
    /** It came after the service or a cancellation, for what was owed then. */
    readonly owed?: true;
  })[];
  /** In the order in which they were placed. */
  readonly authorisations: readonly HeldAuthorisation[];
  /** What later payments are charged to. */
  readonly card: CardOnFile | null;
  /** What the hold is placed on. */
  readonly holdCard: CardOnFile | null;
  /** Collected from a bank account and not settled yet. */
  readonly onTheWay: readonly FactOf<'debitSent'>[];
  /** The account that the owner chose for the next payment. */
  readonly accountChosen: string | null;
  readonly chargeDeclines: readonly FactOf<'chargeDeclined'>[];
  readonly holdRefusals: readonly FactOf<'holdRefused'>[];
  /** Waiting for the client's confirmation of a hold. */
  readonly holdAsked: FactOf<'holdAsked'> | null;
  readonly gapAccepted: boolean;
  readonly delivered: boolean;
  /** The price and its taxes as they stand in revenue since the delivery; null before, and of one recorded without. */
  readonly revenue: { readonly total: Minor; readonly taxes: readonly TaxAmount[] } | null;
  /** What is in hand of refundable deposits, as the books have it. */
  readonly security: Minor;
  /** Tax that became payable with receipts before the delivery, and what was taken back of it, below nothing. */
  readonly taxed: readonly TaxAmount[];
  readonly claimsOwed: { readonly amount: Minor; readonly at: Instant } | null;
  readonly closedOut: FactOf<'closedOut'> | null;
  readonly cancelled: FactOf<'cancelled'> | null;
  readonly lapsed: boolean;
  /** Its place is kept until then: for a first payment, or for the yes of client or owner. */
  readonly kept: { readonly until: Instant; readonly for: Confirmation; readonly at: Instant } | null;
  /** Reserved with a request for what is due at once, until it is taken or let go. */
  readonly paymentHeld: FactOf<'paymentAuthorised'> | null;
  readonly refundsRefused: readonly FactOf<'refundRefused'>[];
  readonly changes: readonly FactOf<'changed'>[];
  readonly securitySettled: FactOf<'securitySettled'> | null;
  readonly givenUp: Minor;
  /** What the client has asked for and nobody has answered yet. */
  readonly asked: FactOf<'clientAsked'> | null;
  readonly after: Aftermath;
};

/** Whose yes a request still waits for; null where none is needed, or it came. */
export const awaitedFrom = ({ kept }: Pick<Ledger, 'kept'>): 'client' | 'owner' | null =>
  kept && kept.for !== 'payment' ? kept.for : null;

export const emptyLedger: Ledger = {
  receipts: [],
  authorisations: [],
  card: null,
  holdCard: null,
  onTheWay: [],
  accountChosen: null,
  chargeDeclines: [],
  holdRefusals: [],
  holdAsked: null,
  gapAccepted: false,
  delivered: false,
  revenue: null,
  security: zero,
  taxed: [],
  claimsOwed: null,
  closedOut: null,
  cancelled: null,
  lapsed: false,
  kept: null,
  paymentHeld: null,
  refundsRefused: [],
  changes: [],
  securitySettled: null,
  givenUp: zero,
  asked: null,
  after: emptyAftermath,
};

const endAuthorisation = (ledger: Ledger, id: string, state: HeldAuthorisation['state'], endedAt: Instant): Ledger => ({
  ...ledger,
  authorisations: ledger.authorisations.map((held) => (held.id === id ? { ...held, state, endedAt } : held)),
});

function withCard(ledger: Ledger, { cardId, last4, way, use, purposes }: FactOf<'cardKept'>): Ledger {
  const kept: CardOnFile = { cardId, last4, ...(way ? { way } : {}), ...(purposes ? { purposes } : {}) };
  const pays = use !== 'hold';
  const holds = use !== 'payments' && way === undefined;
  return {
    ...ledger,
    ...(pays ? { card: kept } : {}),
    ...(holds ? { holdCard: kept, gapAccepted: false } : {}),
  };
}

/** Money that came back is not in hand any more; the account that sent it back is not tried again. */
function withReturn(ledger: Ledger, fact: FactOf<'debitReturned'>): Ledger {
  const { at, receiptId, amount, code, cardId, last4, clientPresent } = fact;
  const refusal = {
    kind: 'chargeDeclined' as const,
    decline: 'hard' as const,
    at,
    amount,
    code,
    cardId,
    last4,
    clientPresent,
  };
  return {
    ...ledger,
    onTheWay: ledger.onTheWay.filter((sent) => sent.receiptId !== receiptId),
    chargeDeclines: [...ledger.chargeDeclines, refusal],
    ...notInHand(ledger, receiptId, amount),
  };
}

/** So much of a receipt is gone without having been given back: it is owed again. */
const notInHand = ({ receipts }: Ledger, receiptId: string, amount: Minor): Pick<Ledger, 'receipts'> => ({
  receipts: receipts.map((receipt) => {
    if (receipt.id !== receiptId) return receipt;
    const { refunded, returned = zero } = receipt;
    return { ...receipt, refunded: minor(refunded + amount), returned: minor(returned + amount) };
  }),
});

const withoutCard = (ledger: Ledger, id: string): Ledger => ({
  ...ledger,
  card: ledger.card?.cardId === id ? null : ledger.card,
  holdCard: ledger.holdCard?.cardId === id ? null : ledger.holdCard,
});

const onAuthorisation = (
  ledger: Ledger,
  id: string,
  change: (held: HeldAuthorisation) => Partial<HeldAuthorisation>,
): Ledger => ({
  ...ledger,
  authorisations: ledger.authorisations.map((held) => (held.id === id ? { ...held, ...change(held) } : held)),
});

type Posted = { readonly security?: Minor; readonly taxes?: readonly TaxAmount[] };
/** Before the service what a voucher had its tax owed of counts as tax of receipts; after it the service's own is owed. */
const withPrepaid = (
  { delivered, cancelled }: Ledger,
  { security, taxes = [], prepaidTax = [] }: Posted & { readonly prepaidTax?: readonly TaxAmount[] },
): Posted => ({
  ...(security === undefined ? {} : { security }),
  taxes: delivered || cancelled ? taxes : [...taxes, ...prepaidTax],
});

const postedIn = (ledger: Ledger, { security = zero, taxes = [] }: Posted): Pick<Ledger, 'security' | 'taxed'> => ({
  security: minor(ledger.security + security),
  taxed: [...ledger.taxed, ...taxes],
});
const postedBack = (ledger: Ledger, { security = zero, taxes = [] }: Posted): Pick<Ledger, 'security' | 'taxed'> => ({
  security: minor(ledger.security - security),
  taxed: [
    ...ledger.taxed,
    ...taxes.map(({ code, base, amount }) => ({ code, base: minor(-base), amount: minor(-amount) })),
  ],
});

type InHand = Ledger['receipts'][number];
function withRefund(receipt: InHand, { amount, fee = zero, feeTax = zero }: FactOf<'refunded'>): InHand {
  const refunded = minor(receipt.refunded + amount);
  if (!receipt.fee) return { ...receipt, refunded };
  const { back, taxBack } = receipt.fee;
  return { ...receipt, refunded, fee: { ...receipt.fee, back: minor(back + fee), taxBack: minor(taxBack + feeTax) } };
}

/** The ledger after one more fact. */
export function withFact(ledger: Ledger, fact: Fact): Ledger {
  const moved = withMoney(ledger, fact);
  const after = withAftermath(ledger.after, fact);
  return after === ledger.after ? moved : { ...moved, after };
}

function withMoney(ledger: Ledger, fact: Fact): Ledger {
  switch (fact.kind) {
    case 'received': {
      const { receiptId: id, amount, at, method, voucherId } = fact;
      const owed = ledger.delivered || ledger.cancelled ? { owed: true as const } : {};
      const passed = fact.fee ? { fee: { amount: fact.fee, tax: fact.feeTax ?? zero, back: zero, taxBack: zero } } : {};
      const about = {
        ...(voucherId ? { voucherId } : {}),
        ...(fact.cardId ? { cardId: fact.cardId } : {}),
        ...passed,
        ...owed,
      };
      const receipt = { id, amount, at, method, refunded: zero, ...about };
      const onTheWay = ledger.onTheWay.filter((sent) => sent.receiptId !== id);
      const accountChosen = method === 'card' || method === 'debit' ? null : ledger.accountChosen;
      const posted = postedIn(ledger, withPrepaid(ledger, fact));
      return { ...ledger, ...posted, onTheWay, accountChosen, receipts: [...ledger.receipts, receipt] };
    }
    case 'debitSent':
      return { ...ledger, accountChosen: null, onTheWay: [...ledger.onTheWay, fact] };
    case 'debitReturned':
      return { ...withReturn(ledger, fact), ...postedBack(ledger, fact) };
    case 'accountChosen':
      return { ...ledger, accountChosen: fact.accountId };
    case 'refunded':
      return {
        ...ledger,
        ...postedBack(ledger, withPrepaid(ledger, fact)),
        receipts: ledger.receipts.map((receipt) =>
          receipt.id === fact.receiptId ? withRefund(receipt, fact) : receipt,
        ),
      };
    case 'refundRefused':
      return { ...ledger, refundsRefused: [...ledger.refundsRefused, fact] };
    case 'cardKept':
      return withCard(ledger, fact);
    case 'consentWithdrawn':
      return withoutCard(ledger, fact.cardId);
    case 'holdExtended':
      return onAuthorisation({ ...ledger, gapAccepted: false }, fact.authorisation, () => ({ expires: fact.expires }));
    case 'holdRaised':
      return onAuthorisation(ledger, fact.authorisation, () => ({ amount: fact.amount }));
    case 'claimsTaken':
      return onAuthorisation(ledger, fact.authorisation, ({ amount, taken }) => ({
        amount: remainder(amount, fact.captured),
        taken: minor(taken + fact.captured),
        ...(amount > fact.captured ? {} : { state: 'captured', endedAt: fact.at }),
      }));
    case 'putRight':
      return { ...ledger, ...postedBack(ledger, fact), ...notInHand(ledger, fact.receiptId, fact.amount) };
    case 'disputeDecided':
      if (fact.outcome !== 'lost' && fact.outcome !== 'givenIn') return ledger;
      return {
        // Whose holder has had a payment taken back is charged no more by itself.
        ...withoutCard(ledger, ledger.receipts.find(({ id }) => id === fact.receiptId)?.cardId ?? ''),
        ...postedBack(ledger, fact),
        ...notInHand(ledger, fact.receiptId, minor(fact.amount - fact.claims)),
      };
    case 'chargeDeclined':
      return { ...ledger, chargeDeclines: [...ledger.chargeDeclines, fact] };
    case 'holdAsked':
      return { ...ledger, holdAsked: fact };
    case 'holdRefused':
      return { ...ledger, holdAsked: null, holdRefusals: [...ledger.holdRefusals, fact] };
    case 'holdPlaced': {
      const { authorisation: id, amount, at: placedAt, expires, cardId, last4 } = fact;
      const placed: HeldAuthorisation = {
        id,
        amount,
        taken: zero,
        present: fact.present ?? false,
        placedAt,
        expires,
        cardId,
        last4,
        state: 'inForce',
        endedAt: null,
      };
      return { ...ledger, holdAsked: null, authorisations: [...ledger.authorisations, placed] };
    }
    case 'holdReleased':
      return endAuthorisation(ledger, fact.authorisation, 'released', fact.at);
    case 'holdLapsed':
      return endAuthorisation(ledger, fact.authorisation, 'lapsed', fact.at);
    case 'holdCaptured': {
      const ended = endAuthorisation(ledger, fact.authorisation, 'captured', fact.at);
      if (fact.balance === 0) return ended;
      const { authorisation: id, balance: amount, at } = fact;
      return { ...ended, receipts: [...ended.receipts, { id, amount, at, method: 'hold', refunded: zero }] };
    }
    case 'keptFromHold': {
      const { authorisation: id, captured: amount, at } = fact;
      const ended = endAuthorisation(ledger, id, 'captured', at);
      return { ...ended, receipts: [...ended.receipts, { id, amount, at, method: 'hold', refunded: zero }] };
    }
    case 'securitySettled':
      return {
        ...ledger,
        securitySettled: fact,
        security: remainder(ledger.security, minor(fact.claimed + fact.balance)),
      };
    case 'givenUp':
      return { ...ledger, givenUp: minor(ledger.givenUp + fact.amount) };
    case 'changed':
      return {
        ...ledger,
        changes: [...ledger.changes, fact],
        security: minor(ledger.security + (fact.security ?? 0)),
        revenue: ledger.revenue && { total: fact.after.total, taxes: fact.taxes ?? ledger.revenue.taxes },
      };
    case 'gapAccepted':
      return { ...ledger, gapAccepted: true };
    case 'delivered':
      return { ...ledger, delivered: true, revenue: fact.taxes ? { total: fact.total, taxes: fact.taxes } : null };
    case 'claimOwed':
      return { ...ledger, claimsOwed: { amount: sum([ledger.claimsOwed?.amount ?? zero, fact.amount]), at: fact.at } };
    case 'closedOut':
      return { ...ledger, closedOut: fact };
    case 'cancelled':
      // What had come after the service is in hand again, like all that came before it.
      return {
        ...ledger,
        cancelled: fact,
        asked: null,
        security: zero,
        taxed: [],
        revenue: null,
        receipts: ledger.receipts.map(({ owed: _owed, ...receipt }) => receipt),
      };
    case 'lapsed':
      return { ...ledger, lapsed: true };
    case 'placeKept':
      return { ...ledger, kept: { until: fact.until, for: fact.for, at: fact.at } };
    case 'confirmed':
      // What was changed before the yes is part of what it says yes to.
      return { ...ledger, kept: null, changes: [] };
    case 'clientAsked':
      return { ...ledger, asked: fact };
    case 'askAnswered':
      return { ...ledger, asked: null };
    case 'revived':
      return { ...ledger, lapsed: false, kept: null };
    case 'paymentAuthorised':
      return { ...ledger, paymentHeld: fact };
    case 'paymentReleased':
      return { ...ledger, paymentHeld: null };
    case 'paymentCaptured': {
      const { authorisation: id, captured: amount, at } = fact;
      const receipt = { id, amount, at, method: 'hold' as const, refunded: zero };
      const posted = postedIn(ledger, fact);
      return { ...ledger, ...posted, paymentHeld: null, receipts: [...ledger.receipts, receipt] };
    }
    case 'agreed':
    case 'closeOutDecided':
    case 'holdWanted':
    case 'claimMade':
    case 'claimCorrected':
    case 'claimWithdrawn':
    case 'claimAccepted':
    case 'claimObjected':
    case 'claimDecided':
    case 'broughtBack':
    case 'notBack':
    case 'courtesy':
    case 'disputeAsked':
    case 'disputeOpened':
    case 'disputeAnswered':
    case 'sent':
    case 'seen':
    case 'payerAsked':
      return ledger;
  }
}

export const ledgerOf = (facts: readonly Fact[]): Ledger => facts.reduce(withFact, emptyLedger);
