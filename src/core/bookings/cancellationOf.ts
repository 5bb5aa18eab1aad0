import { givenBackOver } from '#core/courtesies/courtesy';
import type { FactOf } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { wallOfInstant } from '#core/calendar/zoned';
import { cancel, type Cancellation, type CancelInput, type CancelRule } from '#core/cancellation/cancel';
import { mayWithdraw, performed } from '#core/cancellation/withdrawal';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';

export type BookingCancellation = Omit<Cancellation, 'rule'> & {
  /** `withdrawal`: by law, before all tiers. */
  readonly rule: CancelRule | 'withdrawal';
  /** Of what is owed: captured from the hold in force, where terms and consent say so. */
  readonly fromHold: Minor;
};

/** Withdrawn from by law, no rule of the terms keeps anything: only what was performed is paid for. */
function withdrawn({ keep, refund, owed }: Cancellation, part: Minor): Omit<BookingCancellation, 'fromHold'> {
  const inHand = sum([remainder(keep, owed), refund]);
  const back = remainder(inHand, part);
  return { rule: 'withdrawal', tier: null, keep: part, refund: back, owed: remainder(part, inHand), refunds: [] };
}

/** What of a cancellation the card of the hold may pay: no more than its holder agreed to, where that was said. */
function cancellationAgreed({ holdCard }: BookingState['ledger']): Minor {
  const purposes = holdCard?.purposes;
  return purposes ? (purposes.cancellation?.most ?? zero) : minor(Number.MAX_SAFE_INTEGER);
}

/**
 * What cancelling the booking at this moment would keep, give back and leave owed. A refundable deposit in hand is no
 * part of what a rule may keep, and goes back with the rest.
 * @param asOf when it was asked for, where that was earlier
 */
export function cancellationOf(
  bookingState: BookingState,
  by: CancelInput['by'],
  asOf: Instant = bookingState.asOf,
): BookingCancellation {
  const { agreed, ledger, hold, securityInHand } = bookingState;
  const { timeZone, start, total, terms } = agreed;
  const receipts = ledger.receipts.map((receipt) => ({ ...receipt }));
  // What is disputed cannot go back a second time.
  const free = givenBackOver(ledger);
  const security = refundsNewestFirst(receipts, securityInHand);
  const forPrice = receipts.map((receipt) => {
    const back = security.find((each) => each.id === receipt.id)?.amount ?? zero;
    return { ...receipt, refunded: minor(receipt.refunded + back) };
  });
  const byTerms = cancel({
    ...terms.cancellation,
    timeZone,
    agreed: agreed.agreed,
    start,
    cancelled: wallOfInstant(asOf, timeZone),
    by,
    total,
    receipts: forPrice,
  });
  const decided = by === 'client' && mayWithdraw(agreed, asOf) ? withdrawn(byTerms, performed(agreed, asOf)) : byTerms;
  const refund = minor(decided.refund + securityInHand);
  const may = terms.holdCoversKeep && hold?.inForce ? least(hold.inForce.amount, cancellationAgreed(ledger)) : zero;
  const fromHold = least(decided.owed, may);
  return { ...decided, refund, refunds: refundsNewestFirst(free, refund), fromHold };
}

/** What is recorded of it. */
export const cancelledFact = (
  { rule, keep, refund, owed, fromHold }: BookingCancellation,
  by: CancelInput['by'],
  at: Instant,
): FactOf<'cancelled'> => ({
  kind: 'cancelled',
  at,
  by,
  rule,
  keep,
  refund,
  owed,
  ...(fromHold > 0 ? { fromHold } : {}),
});

/**
 * Who can be meant to cancel at a moment: before the service client or business, while it runs all, and once it is over
 * only that nobody came.
 */
export function cancelChoices({
  asOf,
  startAt,
  endAt,
}: Pick<BookingState, 'asOf' | 'startAt' | 'endAt'>): CancelInput['by'][] {
  if (asOf >= endAt) return ['no_show'];
  return asOf >= startAt ? ['no_show', 'client', 'business'] : ['client', 'business'];
}
