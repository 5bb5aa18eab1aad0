import { courtesyReceipts, givenBackOver, type MayNotGiveCourtesy } from '#core/courtesies/courtesy';
import type { Deal } from '#core/bookings/deal';
import type { FactOf } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { pricedDeal } from '#core/bookings/change';
import { amountsOf } from '#core/bookings/ownRules';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { Refund } from '#core/payments/givingBack';
import { price } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';

export type CourtesyBefore = { readonly fact: FactOf<'changed'>; readonly refunds: readonly Refund[] };

/** So much further off the price: exactly, or as near as taxes on top let it come; null where it cannot come near. */
function cheaperBy(deal: Deal, amount: Minor): Deal | null {
  const whole = price(deal.price);
  const within = deal.price.taxMode === 'inclusive';
  const net = minor(whole.subtotal - whole.discount);
  const guess = within || deal.total === 0 ? amount : minor((BigInt(amount) * BigInt(net)) / BigInt(deal.total));
  // With taxes on top the discount is of the sum before them: the one that comes to just this, next to the proportion.
  for (const off of [0, 1, -1, 2, -2]) {
    const discount = sum([whole.discount, Math.max(0, guess + off)]);
    const after = pricedDeal({ ...deal, price: { ...deal.price, discount: { amount: discount } } });
    if (deal.total - after.total === amount) return after;
  }
  return null;
}

/**
 * A courtesy before the service is an agreed discount, and so much of what is in hand goes back (docs/rules/afterTheService.md,
 * rule 2). It comes off what has been paid, the last first, so that nobody is made late by it.
 */
export function courtesyBefore(
  bookingState: BookingState,
  before: Deal,
  { amount, receiptId, key }: { readonly amount: Minor; readonly receiptId: string | null; readonly key: string },
): Result<CourtesyBefore, MayNotGiveCourtesy | { readonly code: 'courtesy_does_not_fit' }> {
  const { ledger, asOf, parts, securityInHand } = bookingState;
  const open = courtesyReceipts(bookingState);
  const chosen = receiptId === null ? open : open.filter(({ id }) => id === receiptId);
  if (receiptId !== null && chosen.length === 0) return refuse({ code: 'receipt_unknown' });
  const inHand = remainder(sum(open.map(({ left }) => left)), securityInHand);
  const limit = least(inHand, sum(chosen.map(({ left }) => left)));
  if (limit === 0) return refuse({ code: 'nothing_in_hand' });
  if (amount > limit) return refuse({ code: 'above_in_hand', limit, path: 'amount' });
  const cheaper = cheaperBy(before, amount);
  if (!cheaper) return refuse({ code: 'courtesy_does_not_fit' });

  const rules = before.terms.instalments;
  const sums = [...amountsOf(rules, before.total)];
  const paid = new Map<string, Minor>();
  for (const part of parts)
    if (part.origin === 'plan') paid.set(part.name, sum([paid.get(part.name) ?? zero, part.paid]));
  let left = amount;
  for (let index = rules.length - 1; index >= 0; index--) {
    const name = rules[index]!.name;
    const off = least(left, least(sums[index]!, paid.get(name) ?? zero));
    sums[index] = remainder(sums[index]!, off);
    paid.set(name, remainder(paid.get(name) ?? zero, off));
    left = remainder(left, off);
  }
  // What was paid of no part of the plan, as of a deal that has changed, comes off the last of it.
  for (let index = rules.length - 1; left > 0 && index >= 0; index--) {
    const off = least(left, sums[index]!);
    sums[index] = remainder(sums[index]!, off);
    left = remainder(left, off);
  }
  const rest = rules.length - 1;
  const instalments = rules.map((rule, index) => ({
    ...rule,
    amount: index === rest ? { share: 1 } : { fixed: sums[index]! },
  }));
  const after: Deal = { ...cheaper, terms: { ...cheaper.terms, instalments } };
  const over = givenBackOver(ledger).filter(({ id }) => chosen.some((each) => each.id === id));
  const fact = { kind: 'changed' as const, at: asOf, by: 'owner' as const, key, reason: 'courtesy' as const };
  return ok({ fact: { ...fact, before, after, tells: false }, refunds: refundsNewestFirst(over, amount) });
}
