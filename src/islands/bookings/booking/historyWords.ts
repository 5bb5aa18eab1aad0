import type { ChangeReason, Fact } from '#core/bookings/facts';
import { formatAmount } from '#core/money/formatMoney';
import { type Minor, minor } from '#core/money/minor';
import { longWall, shortDate, shortMoment } from '#core/wording/days';
import { declineText } from '#core/wording/declines';
import { disputeNames, disputeStates } from '#core/wording/disputeWords';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';

const methods = {
  card: 'by card',
  debit: 'by bank debit',
  reader: 'by card at the counter',
  cash: 'in cash',
  transfer: 'by transfer',
  cheque: 'by cheque',
  credit: 'from credit',
  voucher: 'from a voucher',
} as const;
const cancelledBy = { client: 'by the client', business: 'by us', no_show: 'nobody came' } as const;

const changeReasons = {
  change: 'Changed by us',
  terms: 'A newer version of its terms applied',
  payAll: 'Paid in one go, with the discount for that',
  courtesy: 'A discount as a courtesy',
} as const satisfies Record<ChangeReason, string>;

const lapseWords = {
  not_paid: 'Lapsed: the first payment did not come',
  not_answered: 'Lapsed: nobody confirmed it in time',
  declined: 'Declined by us',
} as const;
const keptWords = { payment: 'For the payment', client: 'For the client’s yes', owner: 'For our yes' } as const;

/** A fact as one line of history. */
export function historyWords(fact: Fact, about: { currency: string; zone: string; today: PlainDate }): string {
  const { currency, zone, today } = about;
  const sum = (amount: Minor): string => formatAmount(amount, currency);
  const day = (at: Fact['at']): string => shortDate(localDate(at, zone), today);
  switch (fact.kind) {
    case 'agreed':
      if (fact.quote) return `Agreed by accepting ${fact.quote}`;
      return fact.by === 'owner' ? 'Booked for the client' : 'Booked by the client';
    case 'received':
      return `${sum(fact.amount)} received ${fact.last4 && fact.method === 'card' ? `from the card ending in ${fact.last4}` : methods[fact.method]}`;
    case 'debitSent':
      return `${sum(fact.amount)} collected from the account ending in ${fact.last4}; it counts on ${day(fact.settles)}`;
    case 'debitReturned':
      return `${sum(fact.amount)} came back from the account ending in ${fact.last4} (${declineText(fact.code)})`;
    case 'accountChosen':
      return fact.accountId ? `The next payment goes through ${fact.name}` : 'The next payment goes the usual way';
    case 'refunded':
      return `${sum(fact.amount)} given back ${methods[fact.method]}`;
    case 'refundRefused':
      return `Refund of ${sum(fact.amount)} refused (${declineText(fact.code)})`;
    case 'cardKept':
      return `${fact.way === 'debit' ? 'Bank account' : 'Card'} ending in ${fact.last4} kept${fact.use ? ` for ${fact.use === 'hold' ? 'the hold' : 'payments'}` : ''}, as the client agreed`;
    case 'chargeDeclined':
      return fact.amount === 0
        ? `Card ending in ${fact.last4} refused (${declineText(fact.code)})`
        : `${sum(fact.amount)} refused on the card ending in ${fact.last4} (${declineText(fact.code)})`;
    case 'holdAsked':
      return `The bank wants the client to confirm the hold of ${sum(fact.amount)}`;
    case 'holdPlaced':
      return `Hold of ${sum(fact.amount)} ${fact.renews ? 'renewed' : 'placed'} to ${day(fact.expires)}`;
    case 'holdRefused':
      return `${fact.renews ? 'Renewal of the hold' : 'Hold'} refused (${declineText(fact.code)})`;
    case 'holdReleased':
      return `Hold of ${sum(fact.amount)} released`;
    case 'holdLapsed':
      return `Hold of ${sum(fact.amount)} lapsed`;
    case 'holdCaptured':
      return `${sum(fact.captured)} of the hold captured`;
    case 'keptFromHold':
      return `${sum(fact.captured)} of the hold captured for what the cancellation left owed`;
    case 'securitySettled':
      return `Of the refundable deposit ${sum(minor(fact.claimed + fact.balance))} used, ${sum(fact.back)} goes back`;
    case 'givenUp':
      return `${sum(fact.amount)} given up`;
    case 'changed':
      return changeReasons[fact.reason];
    case 'gapAccepted':
      return 'Cover gap accepted';
    case 'delivered':
      return 'Service delivered; deposits became revenue';
    case 'claimOwed':
      return `${sum(fact.amount)} of the claims is still owed`;
    case 'closeOutDecided':
      return fact.claims.length === 0
        ? 'Closed out, nothing claimed'
        : `Claimed: ${fact.claims.map((claim) => `${claim.reason} ${sum(claim.amount)}`).join(', ')}`;
    case 'closedOut':
      return `Closed; ${sum(fact.captured)} captured, ${sum(fact.released)} released`;
    case 'cancelled':
      return `Cancelled ${cancelledBy[fact.by]}; ${sum(fact.keep)} kept`;
    case 'lapsed':
      return lapseWords[fact.reason];
    case 'placeKept':
      return `${keptWords[fact.for]} the place is kept until ${shortMoment(fact.until, zone, today)}`;
    case 'confirmed':
      return fact.by === 'owner' ? 'Accepted by us' : 'Confirmed by the client';
    case 'clientAsked':
      return fact.what === 'cancel'
        ? 'The client asks to cancel'
        : `The client asks to begin ${fact.start ? longWall(fact.start, today) : 'at another time'}`;
    case 'askAnswered':
      return fact.yes ? 'Agreed to what the client asked' : 'Said no to what the client asked';
    case 'revived':
      return 'Paid late, and the place was still free';
    case 'paymentAuthorised':
      return `${sum(fact.amount)} reserved on the card ending in ${fact.last4}`;
    case 'paymentCaptured':
      return `${sum(fact.captured)} of the reserved payment taken`;
    case 'paymentReleased':
      return `Reserved payment of ${sum(fact.amount)} let go`;
    case 'sent':
      return fact.subject ? `Sent: ${fact.subject}` : 'A letter was sent';
    case 'consentWithdrawn':
      return `The card ending in ${fact.last4} is charged no more`;
    case 'holdWanted':
      return `A hold of ${sum(fact.amount)} until ${day(fact.until)}, by hand`;
    case 'holdExtended':
      return `The hold lasts until ${day(fact.expires)}`;
    case 'holdRaised':
      return `Hold raised by ${sum(fact.by)} to ${sum(fact.amount)}`;
    case 'claimsTaken':
      return `${sum(fact.captured)} of the hold captured for claims; the rest is held on`;
    case 'claimMade':
      return `Claimed: ${fact.reason} ${sum(fact.amount)}`;
    case 'claimCorrected':
      return `Claim corrected: ${fact.reason} ${sum(fact.amount)}`;
    case 'claimWithdrawn':
      return 'Claim withdrawn';
    case 'claimAccepted':
      return `The client accepts the claim of ${sum(fact.amount)}`;
    case 'claimObjected':
      return `The client objects to the claim of ${sum(fact.amount)}${fact.note ? `: ${fact.note}` : ''}`;
    case 'claimDecided':
      return `Decided on the objection: ${sum(fact.amount)}`;
    case 'broughtBack':
      return `Back, ${shortMoment(fact.moment, zone, today)}`;
    case 'notBack':
      return 'Not back';
    case 'courtesy':
      return `${sum(fact.amount)} given back as a courtesy${fact.reason ? `: ${fact.reason}` : ''}`;
    case 'putRight':
      return `${sum(fact.amount)} ${methods[fact.method]} had not come, and was put right${fact.reason ? `: ${fact.reason}` : ''}`;
    case 'disputeAsked':
      return `The payer’s bank asks about ${sum(fact.amount)} (${disputeNames[fact.family]})`;
    case 'disputeOpened':
      return `${sum(fact.amount)} disputed${fact.again ? ' again' : ''} (${disputeNames[fact.family]})`;
    case 'disputeAnswered':
      return 'Dispute answered';
    case 'disputeDecided':
      return `Dispute over ${sum(fact.amount)}: ${disputeStates[fact.outcome].toLowerCase()}`;
    case 'payerAsked':
      return fact.to
        ? `The client had the bill sent to ${fact.to}`
        : 'The client made a link for somebody else who pays';
    case 'seen':
      return 'The client opened the page';
  }
}
