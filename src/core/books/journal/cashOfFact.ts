import type { Fact, PaymentMethod } from '#core/bookings/facts';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import { type Minor, minor, zero } from '#core/money/minor';

/** Credit and vouchers were in hand before: using them brings nothing. */
const bringsMoney: Readonly<Record<PaymentMethod, boolean>> = {
  card: true,
  debit: true,
  reader: true,
  cash: true,
  transfer: true,
  cheque: true,
  credit: false,
  voucher: false,
};

const signed = (amount: number): Minor => minor(amount + 0);

/**
 * The money that a fact brings in (positive) or takes out (negative), tip and fee passed on included: what card
 * clearing, bank and cash gain together by its journal entry. Every fact is named, so that the compiler asks of a new one.
 */
export function cashOfFact(fact: FactWithoutPersonalData): Minor {
  switch (fact.kind) {
    case 'received':
    case 'refunded': {
      if (!bringsMoney[fact.method]) return zero;
      const whole = fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0) + (fact.rounded ?? 0);
      return signed(fact.kind === 'received' ? whole : -whole);
    }
    case 'debitReturned':
      // Before it settled it had not come.
      return fact.settled ? signed(-(fact.amount + (fact.tip ?? 0))) : zero;
    case 'holdCaptured':
    case 'keptFromHold':
    case 'paymentCaptured':
    case 'claimsTaken':
      return fact.captured;
    case 'putRight':
      return signed(-(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0) + (fact.rounded ?? 0)));
    case 'disputeOpened':
      return signed(-(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0) + fact.charge));
    case 'disputeDecided':
      return fact.outcome === 'won' ? signed(fact.amount + (fact.fee ?? 0) + (fact.tip ?? 0)) : zero;
    case 'agreed':
    case 'refundRefused':
    case 'cardKept':
    case 'debitSent':
    case 'accountChosen':
    case 'chargeDeclined':
    case 'holdAsked':
    case 'holdPlaced':
    case 'holdRefused':
    case 'holdReleased':
    case 'holdLapsed':
    case 'securitySettled':
    case 'givenUp':
    case 'changed':
    case 'gapAccepted':
    case 'delivered':
    case 'claimOwed':
    case 'closeOutDecided':
    case 'closedOut':
    case 'cancelled':
    case 'lapsed':
    case 'placeKept':
    case 'confirmed':
    case 'revived':
    case 'paymentAuthorised':
    case 'paymentReleased':
    case 'clientAsked':
    case 'askAnswered':
    case 'consentWithdrawn':
    case 'holdWanted':
    case 'holdExtended':
    case 'holdRaised':
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
    case 'disputeAnswered':
    case 'sent':
    case 'seen':
    case 'payerAsked':
      return zero;
  }
}

/** The kinds of facts that can bring or take money: what a query has to read for it. */
export const cashKinds = [
  'received',
  'refunded',
  'debitReturned',
  'holdCaptured',
  'keptFromHold',
  'paymentCaptured',
  'claimsTaken',
  'putRight',
  'disputeOpened',
  'disputeDecided',
] as const satisfies readonly Fact['kind'][];
