import type { Decision } from '#core/bookings/decisions';
import type { PlainDate } from '#core/calendar/days';
import { longMoment, longDate } from '#core/wording/days';
import { localDate } from '#core/calendar/zoned';
import { times } from '#core/wording/times';
import { disputeNames } from '#core/wording/disputeWords';
import { declineText } from '#core/wording/declines';

type Words = {
  readonly why: string;
  readonly action: string;
  readonly stake: string;
  readonly mark: 'held' | 'late' | 'due';
};

/** Why a booking needs its owner, in one or two short sentences, and the one next action. */
export function decisionWords(decision: Decision, zone: string, today: PlainDate): Words {
  switch (decision.kind) {
    case 'closeOut':
      return decision.held
        ? {
            why: 'The service is over. Decide on the hold before its cover ends.',
            action: 'Close out',
            stake: 'held',
            mark: 'held',
          }
        : {
            why: 'The service is over.',
            action: 'Close out',
            stake: decision.amount > 0 ? 'still to pay' : 'all paid',
            mark: 'due',
          };
    case 'cardRefused': {
      const next = decision.nextTry
        ? `Next try ${longMoment(decision.nextTry, zone, today)}.`
        : 'It is not tried again.';
      return {
        why: `Card refused ${times(decision.tries)} (${declineText(decision.code)}). ${next}`,
        action: 'Ask for another card',
        stake: 'due',
        mark: 'late',
      };
    }
    case 'late':
      return {
        why: decision.lost
          ? 'A dispute was lost, so this is owed again. Nobody is asked by itself: ask, or give it up.'
          : decision.origin === 'claims'
            ? 'Claims that the hold could not pay are not paid yet.'
            : `The ${decision.name} is late; reminders have gone out.`,
        action: 'Ask again',
        stake: 'late',
        mark: 'late',
      };
    case 'coverGap': {
      const why = decision.code ? `Hold refused (${declineText(decision.code)}). ` : '';
      return {
        why: `${why}Nothing protects it from ${longDate(localDate(decision.from, zone), today)} to ${longDate(localDate(decision.until, zone), today)}.`,
        action: 'Close the gap',
        stake: 'to hold',
        mark: 'held',
      };
    }
    case 'refundRefused':
      return {
        why: `A refund was refused (${declineText(decision.code)}). Give it back in another way.`,
        action: 'Look',
        stake: 'to give back',
        mark: 'late',
      };
    case 'request':
      return {
        why: decision.reserved
          ? 'A client asks for it; what is due at once is reserved on the card.'
          : 'A client asks for it and waits for your answer.',
        action: 'Answer',
        stake: 'to be won',
        mark: 'due',
      };
    case 'clientAsks':
      return {
        why:
          decision.what === 'cancel'
            ? 'The client asks to cancel; the terms count from when they asked.'
            : 'The client asks to begin at another time.',
        action: 'Answer',
        stake: 'price',
        mark: 'due',
      };
    case 'objected':
      return {
        why: `The client objects to what is claimed: ${decision.reason}.`,
        action: 'Decide on it',
        stake: 'claimed',
        mark: 'late',
      };
    case 'notBack':
      return {
        why: decision.covered
          ? 'It has not come back. The hold is renewed as long as its account can.'
          : 'It has not come back, and nothing is held any more.',
        action: 'It is back now',
        stake: decision.covered ? 'held' : 'price',
        mark: decision.covered ? 'held' : 'late',
      };
    case 'disputed':
      return {
        why: decision.moved
          ? `A payment is disputed: ${disputeNames[decision.family]}. The bank hears your answer.`
          : `A bank asks about a payment: ${disputeNames[decision.family]}. No money has moved.`,
        action: 'Answer',
        stake: decision.moved ? 'disputed' : 'asked about',
        mark: 'late',
      };
    case 'notAgreed':
      return {
        why: 'The client has not agreed to what their card is to pay or hold now; the old sum stands.',
        action: 'Ask again',
        stake: 'not agreed',
        mark: 'due',
      };
    case 'notSecured':
      return {
        why: 'The first payment has not come, so nothing is secured.',
        action: 'Ask again',
        stake: 'late',
        mark: 'late',
      };
  }
}
