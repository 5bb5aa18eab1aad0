import { givenBackOver } from '#core/courtesies/courtesy';
import type { Decimal } from '#core/money/decimal';
import { type Deal, withDeal } from '#core/bookings/deal';
import type { ChangeReason, Fact, FactOf } from '#core/bookings/facts';
import { keptPlan } from '#core/bookings/keptPlan';
import { type Agreed } from '#core/bookings/agreed';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { price, type PriceInput } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import { sameValue } from '#core/sameValue';
import { tellsClient } from '#core/wording/changeSentences';

export type ChangeRefusal = PlanRefusal | { readonly code: 'booking_over' | 'nothing_changed' | 'end_before_start' };

export type Change = {
  readonly fact: FactOf<'changed'>;
  readonly before: BookingState;
  /** With what is given back taken off its receipts. */
  readonly after: BookingState;
  /** Received beyond the new total: given back, newest receipt first, or left as the client's credit. */
  readonly credit: Minor;
  readonly refunds: readonly { readonly id: string; readonly amount: Minor }[];
};

/** The deal with its price computed anew. @throws {OutOfRange} where a sum is past 2^53 − 1 */
export function pricedDeal(deal: Omit<Deal, 'total' | 'tax'>): Deal {
  const priced = price(deal.price);
  return { ...deal, total: priced.total, tax: sum(priced.taxes.map((tax) => tax.amount)) };
}

/** A further whole discount in percent of what the lines come to after the one that is there already. */
export function discountedBy(input: PriceInput, percent: string): PriceInput {
  const whole = price(input);
  const rest = minor(whole.subtotal - whole.discount);
  const more = price({
    ...input,
    taxes: {},
    lines: [oneLine(rest)],
    discount: { percent: percent as Decimal },
  }).discount;
  return { ...input, discount: { amount: sum([whole.discount, more]) } };
}

const oneLine = (unitPrice: Minor): PriceInput['lines'][number] => ({
  id: 'rest',
  label: '',
  quantity: '1' as Decimal,
  unitPrice,
});

/**
 * What a change of a booking does: the plan and position before and after, and what goes back over which receipt.
 * Money received is never rewritten, and nobody is made late (docs/rules/plan.md).
 * @throws {OutOfRange} where a figure or day cannot be represented
 */
export function changeOf(input: {
  readonly agreed: Agreed;
  readonly facts: readonly Fact[];
  readonly now: Instant;
  readonly before: Deal;
  readonly after: Deal;
  readonly by: 'owner' | 'client';
  readonly key: string;
  readonly reason: ChangeReason;
  readonly giveBack: boolean;
}): Result<Change, ChangeRefusal> {
  const { agreed, facts, now, after } = input;
  const before = bookingState(agreed, facts, now);
  const { ledger } = before;
  if (ledger.cancelled || ledger.lapsed || ledger.closedOut) return refuse({ code: 'booking_over' });
  if (sameValue(input.before, after)) return refuse({ code: 'nothing_changed' });
  if (after.end < after.start) return refuse({ code: 'end_before_start' });
  const untold = {
    kind: 'changed' as const,
    at: now,
    by: input.by,
    key: input.key,
    reason: input.reason,
    before: input.before,
    after,
  };
  const changed = withDeal(agreed, after);
  const planned = keptPlan(changed, [...ledger.changes, { ...untold, tells: true }]);
  if (!planned.ok) return planned;

  const told = bookingState(changed, [...facts, { ...untold, tells: true }], now);
  const fact = { ...untold, tells: tellsClient(before, told, input.before, after) };
  const { credit } = told.position;
  const refunds = input.giveBack ? refundsNewestFirst(givenBackOver(ledger), credit) : [];
  const givenBack = refunds.map(({ id, amount }): Fact => {
    const { method } = ledger.receipts.find((receipt) => receipt.id === id)!;
    return {
      kind: 'refunded',
      at: now,
      refundId: id,
      receiptId: id,
      amount,
      method: method === 'hold' ? 'card' : method,
    };
  });
  return ok({ fact, before, after: bookingState(changed, [...facts, fact, ...givenBack], now), credit, refunds });
}

/** What a client pays who settles everything with the first payment, and the deal that this makes; null where not offered. */
export function payAllOffer(current: BookingState, deal: Deal): { readonly deal: Deal; readonly amount: Minor } | null {
  const percent = current.agreed.terms.payAllDiscount;
  const { received, outstanding, dueNow } = current.position;
  if (!percent || received > 0 || outstanding === 0 || dueNow === outstanding) return null;
  if (current.stage !== 'waiting' && current.stage !== 'secured') return null;
  const discounted = pricedDeal({ ...deal, price: discountedBy(deal.price, percent) });
  const security = sum(current.parts.filter((part) => part.origin === 'security').map((part) => part.left));
  return discounted.total === zero ? null : { deal: discounted, amount: sum([discounted.total, security]) };
}
