import type { PaymentMethod } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import { type Account, accounts, credit, debit, entry, type JournalEntry } from '#core/books/journal/entry';
import { least, minor, remainder, zero } from '#core/money/minor';

/** Where money of each way of paying is until it is paid out or used. */
export const moneyAccount: Readonly<Record<PaymentMethod, Account>> = {
  card: accounts.cardClearing,
  debit: accounts.cardClearing,
  reader: accounts.cardClearing,
  transfer: accounts.bank,
  cheque: accounts.bank,
  cash: accounts.cash,
  credit: accounts.clientCredit,
  voucher: accounts.vouchers,
};

/** The first posting rules (docs/rules/journal.md): delivery with the close-out, one account for all deposits. */
export function firstRules(fact: FactWithoutPersonalData, before: Ledger): JournalEntry | null {
  const { cardClearing, receivables, clientDeposits, clientCredit, holdsInForce, holdsGiven } = accounts;
  const owed = before.delivered || before.cancelled !== null;
  switch (fact.kind) {
    case 'received':
      return entry(owed ? 'Payment after the service' : 'Payment before the service', [
        debit(moneyAccount[fact.method], minor(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0))),
        credit(owed ? receivables : clientDeposits, fact.amount),
        credit(accounts.feesPassedOn, minor((fact.fee ?? 0) - (fact.feeTax ?? 0))),
        credit(accounts.taxPayable, fact.feeTax ?? zero),
        credit(accounts.tips, fact.tip ?? zero),
      ]);
    case 'refunded': {
      const wentTo = before.receipts.find(({ id }) => id === fact.receiptId)?.owed ? receivables : clientDeposits;
      return entry('Refund', [
        debit(wentTo, fact.amount),
        debit(accounts.feesPassedOn, minor((fact.fee ?? 0) - (fact.feeTax ?? 0))),
        debit(accounts.taxPayable, fact.feeTax ?? zero),
        debit(accounts.tips, fact.tip ?? zero),
        credit(moneyAccount[fact.method], minor(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0))),
      ]);
    }
    case 'debitReturned':
      // Before it settled it was in no account yet.
      if (!fact.settled) return null;
      return entry('Bank debit that came back', [
        debit(owed ? receivables : clientDeposits, fact.amount),
        debit(accounts.tips, fact.tip ?? zero),
        credit(cardClearing, minor(fact.amount + (fact.tip ?? 0))),
      ]);
    case 'holdPlaced':
    case 'paymentAuthorised':
      return entry(fact.kind === 'holdPlaced' ? 'Hold placed' : 'Payment reserved with a request', [
        debit(holdsInForce, fact.amount),
        credit(holdsGiven, fact.amount),
      ]);
    case 'holdReleased':
    case 'holdLapsed':
      return entry(fact.kind === 'holdReleased' ? 'Hold released' : 'Hold lapsed', [
        debit(holdsGiven, fact.amount),
        credit(holdsInForce, fact.amount),
      ]);
    case 'holdCaptured':
      return entry('Hold captured', [
        debit(holdsGiven, fact.held),
        credit(holdsInForce, fact.held),
        debit(cardClearing, fact.captured),
        credit(accounts.damageRecovered, minor(fact.captured - fact.balance)),
        credit(receivables, fact.balance),
      ]);
    case 'paymentReleased':
      return entry('Reserved payment let go', [debit(holdsGiven, fact.amount), credit(holdsInForce, fact.amount)]);
    case 'paymentCaptured':
      return entry('Payment before the service', [
        debit(holdsGiven, fact.held),
        credit(holdsInForce, fact.held),
        debit(cardClearing, fact.captured),
        credit(clientDeposits, fact.captured),
      ]);
    case 'keptFromHold':
      return entry('Hold captured for what a cancellation left owed', [
        debit(holdsGiven, fact.held),
        credit(holdsInForce, fact.held),
        debit(cardClearing, fact.captured),
        credit(receivables, fact.captured),
      ]);
    case 'securitySettled':
      return entry('Refundable deposit used', [
        debit(clientDeposits, minor(fact.claimed + fact.balance)),
        credit(accounts.damageRecovered, fact.claimed),
        credit(receivables, fact.balance),
      ]);
    case 'givenUp':
      return entry('Receivable given up', [debit(accounts.badDebts, fact.amount), credit(receivables, fact.amount)]);
    case 'delivered': {
      const paid = least(fact.received, fact.total);
      const over = remainder(fact.received, fact.total);
      return entry('Service delivered', [
        debit(clientDeposits, paid),
        debit(receivables, remainder(fact.total, fact.received)),
        credit(accounts.revenue, minor(fact.total - fact.tax)),
        credit(accounts.taxPayable, fact.tax),
        debit(clientDeposits, over),
        credit(clientCredit, over),
      ]);
    }
    case 'claimOwed':
      return entry('Claim that the hold could not pay', [
        debit(receivables, fact.amount),
        credit(accounts.damageRecovered, fact.amount),
      ]);
    case 'cancelled':
      return entry('Cancelled, part kept', [
        debit(clientDeposits, minor(fact.keep - fact.owed)),
        debit(receivables, fact.owed),
        credit(accounts.cancellationIncome, fact.keep),
      ]);
    case 'agreed':
    case 'refundRefused':
    case 'cardKept':
    case 'debitSent':
    case 'accountChosen':
    case 'chargeDeclined':
    case 'holdAsked':
    case 'holdRefused':
    case 'changed':
    case 'gapAccepted':
    case 'closeOutDecided':
    case 'closedOut':
    case 'lapsed':
    case 'placeKept':
    case 'confirmed':
    case 'revived':
    case 'clientAsked':
    case 'askAnswered':
    // Of after these rules: core/books/journal/afterRules.ts.
    case 'consentWithdrawn':
    case 'holdWanted':
    case 'holdExtended':
    case 'holdRaised':
    case 'claimsTaken':
    case 'claimMade':
    case 'claimCorrected':
    case 'claimWithdrawn':
    case 'claimAccepted':
    case 'claimObjected':
    case 'claimDecided':
    case 'broughtBack':
    case 'notBack':
    case 'courtesy':
    case 'putRight':
    case 'disputeAsked':
    case 'disputeOpened':
    case 'disputeAnswered':
    case 'disputeDecided':
    case 'sent':
    case 'seen':
    case 'payerAsked':
      return null;
  }
}
