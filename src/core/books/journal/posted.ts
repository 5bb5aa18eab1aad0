import type { Agreed } from '#core/bookings/agreed';
import { withDeal } from '#core/bookings/deal';
import type { Claimed, Fact, FactOf, PaymentMethod } from '#core/bookings/facts';
import { type Ledger, ledgerOf } from '#core/bookings/ledger';
import { bookingState } from '#core/bookings/bookingState';
import { type Books, taxMomentOn } from '#core/books/books';
import { cashRounded } from '#core/books/law';
import { courtesyTaxes } from '#core/courtesies/courtesy';
import { taxOfClaims, taxOfKept, type TaxRates } from '#core/books/taxWithin';
import { localDate } from '#core/calendar/zoned';
import { taxOfReceipts } from '#core/books/journal/taxOfReceipts';
import { least, type Minor, minor, sum, zero } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import { splitByWeight } from '#core/money/splitByWeight';
import { price, type PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { taxesMore } from '#core/price/taxSums';

export type PostedOn = {
  readonly agreed: Agreed;
  /** As it is with this fact: of a change, the one after it. */
  readonly price: PriceInput;
  readonly facts: readonly Fact[];
  readonly books: Books;
  readonly rates: TaxRates;
  /** To how many minor units cash is rounded; 1: not at all. */
  readonly cashStep: number;
};

/** Whether a refundable deposit may stand in for the hold: all else needs no standing. */
const takesSecurity = ({ agreed: { terms } }: PostedOn, fact: Fact): boolean =>
  terms.chargeInstead !== undefined || (fact.kind === 'changed' && fact.before.terms.chargeInstead !== undefined);

/** By how much more of what is in hand fills a refundable deposit with this fact. */
function securityBy(fact: Fact, on: PostedOn): Minor {
  if (!takesSecurity(on, fact)) return zero;
  const { agreed, facts } = on;
  const before = bookingState(fact.kind === 'changed' ? withDeal(agreed, fact.before) : agreed, facts, fact.at);
  return minor(bookingState(agreed, [...facts, fact], fact.at).securityInHand - before.securityInHand);
}

/** The tax within a fee passed on, by code, as the price has them. */
function feeTaxes(fee: Minor, feeTax: Minor, input: PriceInput): TaxAmount[] {
  const { taxes } = price(input);
  const weights = taxes.map(({ amount }) => amount);
  const amounts = splitByWeight(feeTax, weights);
  const bases = splitByWeight(minor(fee - feeTax), weights);
  return taxes.map(({ code }, index) => ({ code, base: bases[index]!, amount: amounts[index]! }));
}

type OnTop = { readonly fee?: Minor; readonly feeTax?: Minor; readonly tip?: Minor };
const onTop = ({ fee, feeTax, tip }: OnTop, { price: input, books }: PostedOn) => ({
  ...(fee && feeTax ? { feeTaxes: feeTaxes(fee, feeTax, input) } : {}),
  ...(tip && books.tips === 'staff' ? { tipFor: 'staff' as const } : {}),
});

/** What the law's rounding of cash adds to what changes hands. */
function inCash(
  { method, amount, fee = zero, tip = zero }: OnTop & { method: PaymentMethod; amount: Minor },
  on: PostedOn,
) {
  if (method !== 'cash' || on.cashStep === 1) return {};
  const whole = minor(amount + fee + tip);
  const rounded = minor(cashRounded(whole, on.cashStep) - whole);
  return rounded === 0 ? {} : { rounded };
}

const some = (security: Minor): { readonly security?: Minor } => (security === 0 ? {} : { security });

function cameIn(fact: Fact, amount: Minor, on: PostedOn) {
  const security = securityBy(fact, on);
  // Its tax was owed when the voucher was sold.
  if ('prepaidTax' in fact) return some(security);
  const day = localDate(fact.at, on.agreed.timeZone);
  if (taxMomentOn(on.books, day) !== 'receipt') return some(security);
  return { ...some(security), taxes: taxOfReceipts(on.facts, on.price).within(minor(amount - security)) };
}

function wentOut(fact: Fact & { receiptId: string; amount: Minor }, on: PostedOn) {
  const security = minor(0 - securityBy(fact, on));
  const taxes = taxOfReceipts(on.facts, on.price).backOf(fact.receiptId, minor(fact.amount - security));
  return { ...some(security), ...(taxes ? { taxes } : {}) };
}

/** What goes back to a voucher whose tax was owed when it was sold takes its share of that along, whatever the parts. */
function prepaidBack({ receiptId, amount }: FactOf<'refunded'>, { facts }: PostedOn) {
  const came = facts.find((fact) => fact.kind === 'received' && fact.receiptId === receiptId);
  if (came?.kind !== 'received' || !came.prepaidTax) return {};
  const before = sum(
    facts.flatMap((fact) => (fact.kind === 'refunded' && fact.receiptId === receiptId ? [fact.amount] : [])),
  );
  const part = (whole: Minor, back: number): number =>
    Number(divideRounded(BigInt(whole) * BigInt(back), BigInt(came.amount)));
  const now = (whole: Minor): Minor => minor(part(whole, before + amount) - part(whole, before));
  const prepaidTax = came.prepaidTax.map((tax) => ({ code: tax.code, base: now(tax.base), amount: now(tax.amount) }));
  return { prepaidTax };
}

/** A part of taxes, by code, as the whole of them was. */
function partOf(taxes: readonly TaxAmount[], base: Minor, amount: Minor): TaxAmount[] {
  const amounts = splitByWeight(
    amount,
    taxes.map((tax) => tax.amount),
  );
  const bases = splitByWeight(
    base,
    taxes.map((tax) => tax.base),
  );
  return taxes.map(({ code }, index) => ({ code, base: bases[index]!, amount: amounts[index]! }));
}

/** What was paid on top of a receipt goes back as it came. */
function onTopOf(receiptId: string, { facts }: PostedOn, { fee, feeTax = zero, tip }: OnTop) {
  const came = facts.find((fact) => fact.kind === 'received' && fact.receiptId === receiptId);
  if (came?.kind !== 'received') return {};
  return {
    ...(fee && came.feeTaxes ? { feeTaxes: partOf(came.feeTaxes, minor(fee - feeTax), feeTax) } : {}),
    ...(tip && came.tipFor ? { tipFor: came.tipFor } : {}),
  };
}

/** What had become payable with captured claims is not any more, in the share that the bank takes back. */
function claimTaxesBack({ claims, receiptId }: FactOf<'disputeDecided'>, { facts }: PostedOn) {
  if (claims === 0) return {};
  const took = facts.flatMap((fact) => {
    if (fact.kind === 'claimsTaken' && fact.authorisation === receiptId)
      return [{ amount: fact.captured, taxes: fact.taxes ?? [] }];
    return [];
  });
  const closing = facts.some((fact) => fact.kind === 'holdCaptured' && fact.authorisation === receiptId);
  const closed = closing ? facts.findLast((fact) => fact.kind === 'closedOut') : undefined;
  if (closed?.kind === 'closedOut')
    took.push({ amount: sum(closed.claims.map(({ amount }) => amount)), taxes: closed.taxes ?? [] });
  const whole = sum(took.map(({ amount }) => amount));
  if (whole === 0) return {};
  const share = (of: Minor): Minor => minor(divideRounded(BigInt(of) * BigInt(least(claims, whole)), BigInt(whole)));
  const all = took.reduce<TaxAmount[]>((taxes, each) => taxesMore(taxes, each.taxes), []);
  const claimTaxes = all.map(({ code, base, amount }) => ({ code, base: share(base), amount: share(amount) }));
  return claimTaxes.length > 0 ? { claimTaxes } : {};
}

const isBefore = ({ delivered, cancelled }: Ledger): boolean => !delivered && !cancelled;

/** For each kind that says how it stands in the books, what it says. */
const says = {
  received: (fact: FactOf<'received'>, on: PostedOn, ledger: Ledger) => ({
    ...(isBefore(ledger) ? cameIn(fact, fact.amount, on) : {}),
    ...onTop(fact, on),
    ...inCash(fact, on),
  }),
  paymentCaptured: (fact: FactOf<'paymentCaptured'>, on: PostedOn, ledger: Ledger) =>
    isBefore(ledger) ? cameIn(fact, fact.captured, on) : {},
  refunded(fact: FactOf<'refunded'>, on: PostedOn, ledger: Ledger) {
    const top = { ...onTopOf(fact.receiptId, on, fact), ...inCash(fact, on), ...prepaidBack(fact, on) };
    if (isBefore(ledger)) return { ...wentOut(fact, on), ...top };
    if (ledger.cancelled) return top;
    // After the close-out it is what was left of a refundable deposit that goes back first.
    const settled = ledger.securitySettled ? least(fact.amount, ledger.security) : minor(0 - securityBy(fact, on));
    return { ...some(settled), ...top };
  },
  debitReturned(fact: FactOf<'debitReturned'>, on: PostedOn, ledger: Ledger) {
    if (!fact.settled) return {};
    const top = onTopOf(fact.receiptId, on, fact);
    return isBefore(ledger) ? { ...wentOut(fact, on), ...top } : top;
  },
  changed: (fact: FactOf<'changed'>, on: PostedOn, ledger: Ledger) => ({
    ...(ledger.cancelled ? {} : some(securityBy(fact, on))),
    ...(ledger.revenue ? { taxes: price(fact.after.price).taxes } : {}),
  }),
  delivered: (_fact: FactOf<'delivered'>, on: PostedOn) => ({ taxes: price(on.price).taxes }),
  cancelled(fact: FactOf<'cancelled'>, on: PostedOn) {
    const kept = on.books.kept[fact.by === 'no_show' ? 'noShow' : 'cancelled'];
    const taxes = taxOfKept(fact.keep, kept, on.price, on.rates);
    return taxes.length > 0 ? { taxes } : {};
  },
  putRight(fact: FactOf<'putRight'>, on: PostedOn, ledger: Ledger) {
    const came = on.facts.find((each) => each.kind === 'received' && each.receiptId === fact.receiptId);
    const rounded = came?.kind === 'received' && came.rounded ? { rounded: came.rounded } : {};
    const top = { ...onTopOf(fact.receiptId, on, fact), ...rounded };
    return isBefore(ledger) ? { ...wentOut(fact, on), ...top } : top;
  },
  disputeDecided(fact: FactOf<'disputeDecided'>, on: PostedOn, ledger: Ledger) {
    if (fact.outcome === 'won' || fact.outcome === 'dropped') return {};
    const top = { ...onTopOf(fact.receiptId, on, fact), ...claimTaxesBack(fact, on) };
    const counted = { ...fact, amount: minor(fact.amount - fact.claims) };
    return isBefore(ledger) && counted.amount > 0 ? { ...wentOut(counted, on), ...top } : top;
  },
  claimsTaken(fact: FactOf<'claimsTaken'>, on: PostedOn, ledger: Ledger) {
    const taken = fact.claims.map(({ id, amount }): Claimed => {
      const said = ledger.after.claims.find(({ claimId }) => claimId === id);
      return { id, reason: said?.reason ?? '', amount, ...(said ? { kind: said.what } : {}) };
    });
    const taxes = taxOfClaims(taken, on.books.claims, on.rates);
    return taxes.length > 0 ? { taxes } : {};
  },
  claimOwed({ claims = [] }: FactOf<'claimOwed'>, on: PostedOn) {
    const taxes = taxOfClaims(claims, on.books.claims, on.rates);
    return taxes.length > 0 ? { taxes } : {};
  },
  courtesy(fact: FactOf<'courtesy'>, on: PostedOn, ledger: Ledger) {
    const taxes = courtesyTaxes(fact.amount, ledger, on.price);
    return taxes.length > 0 ? { taxes } : {};
  },
  closedOut(fact: FactOf<'closedOut'>, on: PostedOn) {
    const taxes = taxOfClaims(fact.claims, on.books.claims, on.rates);
    return taxes.length > 0 ? { taxes } : {};
  },
};

/** Whether a fact says how it stands in the books: what else is recorded needs no settings for it. */
export const isPosted = ({ kind }: Fact): boolean => Object.hasOwn(says, kind);

/**
 * The fact with how it stands in the books: what of it fills a refundable deposit, and which tax it makes payable or
 * takes back. Said once, as it is recorded, so that a later setting changes nothing of it.
 */
export function posted(fact: Fact, on: PostedOn, ledger: Ledger = ledgerOf(on.facts)): Fact {
  if (!isPosted(fact)) return fact;
  const say = says[fact.kind as keyof typeof says] as (fact: Fact, on: PostedOn, ledger: Ledger) => Partial<Fact>;
  return { ...fact, ...say(fact, on, ledger) } as Fact;
}
