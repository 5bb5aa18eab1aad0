import type { FactKind } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import { accounts, credit, debit, entry, type JournalEntry, taxCredits, taxDebits } from '#core/books/journal/entry';
import { moneyAccount } from '#core/books/journal/firstRules';
import { onTopBack, parted } from '#core/books/journal/parted';
import type { FactWithoutPersonalDataOf } from '#core/factCodec/personalData';
import { type Minor, minor, remainder, zero } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';

const { receivables, clientDeposits, cardClearing, disputed, damageRecovered, holdsInForce, holdsGiven } = accounts;

/** What is owed again stands as what the client owes once the service was given or the booking cancelled. */
const owedAgain = ({ delivered, cancelled }: Ledger) => (delivered || cancelled ? receivables : clientDeposits);

const wholeOf = ({ amount, fee = zero, tip = zero }: { amount: Minor; fee?: Minor; tip?: Minor }): Minor =>
  minor(amount + fee + tip);

function claimsTaken({ captured, taxes = [] }: FactWithoutPersonalDataOf<'claimsTaken'>): JournalEntry | null {
  return entry('Claims taken of the hold', [
    debit(holdsGiven, captured),
    credit(holdsInForce, captured),
    debit(cardClearing, captured),
    credit(damageRecovered, minor(captured - taxSum(taxes))),
    ...taxCredits(taxes),
  ]);
}

/** The reduction is owed to the client, until the money goes: after a cancellation from where it stands then. */
function courtesy({ amount, taxes = [] }: FactWithoutPersonalDataOf<'courtesy'>, before: Ledger): JournalEntry | null {
  return entry('Given back as a courtesy', [
    debit(accounts.revenueReductions, minor(amount - taxSum(taxes))),
    ...taxDebits(taxes),
    credit(before.cancelled ? clientDeposits : receivables, amount),
  ]);
}

function putRight(fact: FactWithoutPersonalDataOf<'putRight'>, before: Ledger): JournalEntry | null {
  const { security, taxes, rest } = parted(fact.amount, fact);
  const rounded = fact.rounded ?? zero;
  return entry('Payment put right: it had not come', [
    debit(accounts.refundableDeposits, security),
    debit(owedAgain(before), rest),
    ...taxDebits(taxes),
    ...onTopBack(fact),
    debit(accounts.rounding, rounded),
    credit(moneyAccount[fact.method], minor(wholeOf(fact) + rounded)),
  ]);
}

function disputeOpened(fact: FactWithoutPersonalDataOf<'disputeOpened'>): JournalEntry | null {
  const whole = wholeOf(fact);
  return entry(fact.again ? 'Dispute opened again' : 'Dispute opened', [
    debit(disputed, whole),
    debit(accounts.processorFees, fact.charge),
    credit(cardClearing, minor(whole + fact.charge)),
  ]);
}

function disputeDecided(fact: FactWithoutPersonalDataOf<'disputeDecided'>, before: Ledger): JournalEntry | null {
  const whole = wholeOf(fact);
  switch (fact.outcome) {
    case 'dropped':
      return null;
    case 'won':
      return entry('Dispute won', [debit(cardClearing, whole), credit(disputed, whole)]);
    case 'lost':
    case 'givenIn': {
      const { claims, claimTaxes = [] } = fact;
      const { security, taxes, rest } = parted(remainder(fact.amount, claims), fact);
      return entry(fact.outcome === 'lost' ? 'Dispute lost' : 'Dispute given in', [
        debit(damageRecovered, minor(claims - taxSum(claimTaxes))),
        ...taxDebits(claimTaxes),
        debit(accounts.refundableDeposits, security),
        debit(owedAgain(before), rest),
        ...taxDebits(taxes),
        ...onTopBack(fact),
        credit(disputed, whole),
      ]);
    }
  }
}

function claimOwed({ amount, taxes = [] }: FactWithoutPersonalDataOf<'claimOwed'>): JournalEntry | null {
  return entry('Claim that the hold could not pay', [
    debit(receivables, amount),
    credit(damageRecovered, minor(amount - taxSum(taxes))),
    ...taxCredits(taxes),
  ]);
}

const holdRaised = ({ by }: FactWithoutPersonalDataOf<'holdRaised'>): JournalEntry | null =>
  entry('Hold raised', [debit(holdsInForce, by), credit(holdsGiven, by)]);

type Rules = { readonly [K in FactKind]?: (fact: FactWithoutPersonalDataOf<K>, before: Ledger) => JournalEntry | null };

/** Entries of claims, courtesies, reversals and disputes (docs/rules/afterTheService.md); the first rules had none. */
export const afterRules = {
  claimsTaken,
  claimOwed,
  courtesy,
  putRight,
  disputeOpened,
  disputeDecided,
  holdRaised,
} satisfies Rules;
