import type { FactKind } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import { type Account, accounts, credit, debit, entry, type JournalEntry } from '#core/books/journal/entry';
import { taxCredits, taxDebits } from '#core/books/journal/entry';
import { afterRules } from '#core/books/journal/afterRules';
import { firstRules, moneyAccount } from '#core/books/journal/firstRules';
import { onTopBack, parted } from '#core/books/journal/parted';
import type { FactWithoutPersonalData, FactWithoutPersonalDataOf } from '#core/factCodec/personalData';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxesLess, taxesMore, taxSum } from '#core/price/taxSums';

const { clientDeposits, receivables, refundableDeposits, revenue, feesPassedOn, tips, tipsPayable } = accounts;

/** Where a client's money stands: as deposits until the service was delivered, then against what it is owed for. */
const standsIn = (before: Ledger, owed: boolean): Account => {
  if (before.cancelled) return owed ? receivables : clientDeposits;
  return before.delivered ? receivables : clientDeposits;
};

const inHand = ({ receipts }: Ledger): Minor => sum(receipts.map(({ amount, refunded }) => amount - refunded));

/** The lines of a fee passed on with its tax, and of a tip. */
const onTop = ({ fee = zero, feeTax = zero, feeTaxes, tip = zero, tipFor }: FactWithoutPersonalDataOf<'received'>) => [
  credit(feesPassedOn, minor(fee - feeTax)),
  ...(feeTaxes ? taxCredits(feeTaxes) : [credit(accounts.taxPayable, feeTax)]),
  credit(tipFor === 'staff' ? tipsPayable : tips, tip),
];

/**
 * The tax of a voucher that buys one thing alone was owed when it was sold: the voucher gives what is left without it. After
 * the service, whose own tax is owed, it is owed no more; what goes back to the voucher is owed again.
 */
function ofVoucher(owed: boolean, { prepaidTax = [] }: { readonly prepaidTax?: readonly TaxAmount[] }) {
  const tax = taxSum(prepaidTax);
  return { without: tax, stands: owed ? zero : tax, owedNoMore: owed ? prepaidTax : [] };
}

function received(fact: FactWithoutPersonalDataOf<'received'>, before: Ledger): JournalEntry | null {
  const owed = before.delivered || before.cancelled !== null;
  const { security, taxes, rest } = parted(fact.amount, fact);
  const { without, stands, owedNoMore } = ofVoucher(owed, fact);
  const came = minor(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0) + (fact.rounded ?? 0) - without);
  return entry(owed ? 'Payment after the service' : 'Payment before the service', [
    debit(moneyAccount[fact.method], came),
    ...taxDebits(owedNoMore),
    credit(accounts.rounding, fact.rounded ?? zero),
    credit(refundableDeposits, security),
    credit(owed ? receivables : clientDeposits, minor(rest - stands)),
    ...taxCredits(taxes),
    ...onTop(fact),
  ]);
}

function refunded(fact: FactWithoutPersonalDataOf<'refunded'>, before: Ledger): JournalEntry | null {
  const receipt = before.receipts.find(({ id }) => id === fact.receiptId);
  const { security, taxes, rest } = parted(fact.amount, fact);
  const { without, stands, owedNoMore } = ofVoucher(before.delivered || before.cancelled !== null, fact);
  const went = minor(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0) + (fact.rounded ?? 0) - without);
  return entry('Refund', [
    debit(refundableDeposits, security),
    debit(standsIn(before, receipt?.owed ?? false), minor(rest - stands)),
    ...taxDebits(taxes),
    ...onTopBack(fact),
    debit(accounts.rounding, fact.rounded ?? zero),
    credit(moneyAccount[fact.method], went),
    ...taxCredits(owedNoMore),
  ]);
}

function returned(fact: FactWithoutPersonalDataOf<'debitReturned'>, before: Ledger): JournalEntry | null {
  // Before it settled it was in no account yet.
  if (!fact.settled) return null;
  const owed = before.delivered || before.cancelled !== null;
  const { security, taxes, rest } = parted(fact.amount, fact);
  return entry('Bank debit that came back', [
    debit(refundableDeposits, security),
    debit(owed ? receivables : clientDeposits, rest),
    ...taxDebits(taxes),
    debit(fact.tipFor === 'staff' ? tipsPayable : tips, fact.tip ?? zero),
    credit(accounts.cardClearing, minor(fact.amount + (fact.tip ?? 0))),
  ]);
}

/** Revenue and tax at the end of the service; what became payable with receipts is not payable twice. */
function delivered(fact: FactWithoutPersonalDataOf<'delivered'>, before: Ledger): JournalEntry | null {
  return entry('Service delivered', [
    debit(clientDeposits, minor(fact.received - taxSum(before.taxed))),
    debit(receivables, minor(fact.total - fact.received)),
    credit(revenue, minor(fact.total - fact.tax)),
    ...(fact.taxes
      ? taxCredits(taxesLess(fact.taxes, before.taxed))
      : [credit(accounts.taxPayable, minor(fact.tax - taxSum(before.taxed)))]),
  ]);
}

/** After the service a change of the price is one of what was earned; before, only a refundable deposit may change. */
function changed(
  { after, security = zero, taxes: now = [] }: FactWithoutPersonalDataOf<'changed'>,
  before: Ledger,
): JournalEntry | null {
  const stands = before.delivered ? receivables : clientDeposits;
  const kept = [debit(stands, security), credit(refundableDeposits, security)];
  if (!before.revenue) return entry('Refundable deposit changed', kept);
  const more = minor(after.total - before.revenue.total);
  const taxes = taxesLess(now, before.revenue.taxes);
  return entry('Price changed after the service', [
    debit(receivables, more),
    credit(revenue, minor(more - taxSum(taxes))),
    ...taxCredits(taxes),
    ...kept,
  ]);
}

/**
 * All that was received stands as deposits once more, with what had been earned or had become payable as tax taken back;
 * what is kept then leaves them.
 */
function cancelled(fact: FactWithoutPersonalDataOf<'cancelled'>, before: Ledger): JournalEntry | null {
  const { keep, owed, taxes = [] } = fact;
  const { revenue: earned, security, taxed, givenUp } = before;
  const { courtesy, courtesyTaxes } = before.after;
  const forPrice = minor(inHand(before) - security);
  const undone = earned
    ? [
        debit(revenue, minor(earned.total - taxSum(earned.taxes))),
        ...taxDebits(earned.taxes),
        credit(clientDeposits, forPrice),
        credit(receivables, minor(earned.total - forPrice - givenUp - courtesy)),
        credit(accounts.badDebts, givenUp),
        credit(accounts.revenueReductions, minor(courtesy - taxSum(courtesyTaxes))),
        ...taxCredits(courtesyTaxes),
      ]
    : [...taxDebits(taxesMore([], taxed)), credit(clientDeposits, taxSum(taxed))];
  return entry(earned ? 'Nobody came, part kept' : 'Cancelled, part kept', [
    ...undone,
    debit(refundableDeposits, security),
    credit(clientDeposits, security),
    debit(clientDeposits, minor(keep - owed)),
    debit(receivables, owed),
    credit(accounts.cancellationIncome, minor(keep - taxSum(taxes))),
    ...taxCredits(taxes),
  ]);
}

/** What was too much becomes the client's credit, and the tax within claims payable. */
function closedOut({ over = zero, taxes = [] }: FactWithoutPersonalDataOf<'closedOut'>): JournalEntry | null {
  return entry(over > 0 ? 'Closed out, with what was too much' : 'Tax within claims', [
    debit(receivables, over),
    credit(accounts.clientCredit, over),
    debit(accounts.damageRecovered, taxSum(taxes)),
    ...taxCredits(taxes),
  ]);
}

function paymentCaptured(fact: FactWithoutPersonalDataOf<'paymentCaptured'>): JournalEntry | null {
  const { captured, held } = fact;
  const { security, taxes, rest } = parted(captured, fact);
  return entry('Payment before the service', [
    debit(accounts.holdsGiven, held),
    credit(accounts.holdsInForce, held),
    debit(accounts.cardClearing, captured),
    credit(refundableDeposits, security),
    credit(clientDeposits, rest),
    ...taxCredits(taxes),
  ]);
}

function securitySettled(fact: FactWithoutPersonalDataOf<'securitySettled'>, before: Ledger): JournalEntry | null {
  const used = minor(fact.claimed + fact.balance);
  // What came before the second rules is among the deposits.
  const kept = least(used, before.security);
  return entry('Refundable deposit used', [
    debit(refundableDeposits, kept),
    debit(clientDeposits, remainder(used, kept)),
    credit(accounts.damageRecovered, fact.claimed),
    credit(receivables, fact.balance),
  ]);
}

type Rules = { readonly [K in FactKind]?: (fact: FactWithoutPersonalDataOf<K>, before: Ledger) => JournalEntry | null };
const otherwise = {
  received,
  refunded,
  debitReturned: returned,
  paymentCaptured,
  delivered,
  changed,
  cancelled,
  closedOut,
  securitySettled,
  ...afterRules,
} satisfies Rules;

/**
 * The second posting rules (docs/rules/documents.md and afterTheService.md): delivery at the end of the service, tax at receipt or
 * at delivery as the facts say, refundable deposits apart, tax by code. What they do not name is as in the first.
 */
export function secondRules(fact: FactWithoutPersonalData, before: Ledger): JournalEntry | null {
  const rule = (
    otherwise as Readonly<Record<string, (fact: FactWithoutPersonalData, before: Ledger) => JournalEntry | null>>
  )[fact.kind];
  return rule ? rule(fact, before) : firstRules(fact, before);
}
