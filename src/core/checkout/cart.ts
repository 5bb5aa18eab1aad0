import type { Deal } from '#core/bookings/deal';
import type { Fact } from '#core/bookings/facts';
import { awaitedFrom } from '#core/bookings/ledger';
import { type Agreed } from '#core/bookings/agreed';
import { asConfirmed, payable, type BookingState } from '#core/bookings/bookingState';
import { payAllOffer } from '#core/bookings/change';
import type { Instant } from '#core/calendar/instant';
import { type Minor, sum, zero } from '#core/money/minor';
import type { PaidShare } from '#core/payments/processorCall';
import { withFee } from '#core/payments/withFee';

type Of = { readonly current: BookingState };

/** Those of a cart that wait for money now. */
export const toPay = <T extends Of>(all: readonly T[]): T[] =>
  all.filter(
    ({ current }) => current.stage === 'waiting' && !awaitedFrom(current.ledger) && payable(current).dueNow > 0,
  );

/** Those that are secured by a card alone: on file, or for a hold. */
export const toGiveCard = <T extends Of>(all: readonly T[]): T[] =>
  all.filter(
    ({ current: { stage, ledger, position, agreed } }) =>
      stage === 'waiting' &&
      !awaitedFrom(ledger) &&
      position.dueNow === 0 &&
      Boolean(agreed.terms.cardOnFile) &&
      !ledger.card,
  );

/** What is reserved with a request, to be taken with the owner's yes: all that would be due at once then. */
export function toReserve({ ledger }: BookingState, agreed: Agreed, facts: readonly Fact[], asOf: Instant): Minor {
  if (awaitedFrom(ledger) !== 'owner' || ledger.lapsed || ledger.paymentHeld) return zero;
  return asConfirmed(agreed, facts, asOf).position.dueNow;
}

/** What one booking of a cart is charged: what is due now, or everything with the discount that its terms give. */
export function shareOfCart(
  current: BookingState,
  deal: Deal,
  { everything, way }: { readonly everything: boolean; readonly way?: 'debit' | undefined },
): Omit<PaidShare, 'consent' | 'bookingId'> {
  const offer = everything ? payAllOffer(current, deal) : null;
  const { dueNow, outstanding } = payable(current);
  const amount = offer?.amount ?? (everything ? outstanding : dueNow);
  const { fee } = withFee(current, offer?.deal.tax ?? deal.tax, amount, way);
  return { amount, ...(fee ? { fee } : {}), ...(offer ? { becomes: offer.deal } : {}) };
}

/** What one card is charged for a whole cart: every share with its fee, and a tip. */
export const chargedFor = (shares: readonly Pick<PaidShare, 'amount' | 'fee'>[], tip: Minor): Minor =>
  sum([...shares.flatMap(({ amount, fee }) => [amount, fee?.amount ?? zero]), tip]);
