import { secondChanceHours } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import { type Ledger, ledgerOf } from '#core/bookings/ledger';
import { addHours, type Instant } from '#core/calendar/instant';
import { remainder, zero } from '#core/money/minor';
import type { Pending } from '#core/payments/answer';
import { type Asked, cardKept, keepsCard, shareFor } from '#core/payments/shares';

/** Collected from a bank account: what that adds to one of the bookings that it pays for. */
export function factsOfSent(
  asked: Asked,
  { settles, reference }: Pending,
  on: { bookingId: string; at: Instant },
): Fact[] {
  const { request } = asked;
  if (request.kind !== 'pay' && request.kind !== 'charge') return [];
  const { at } = on;
  const { id: cardId, last4 } = request.card;
  const { amount, ...agreed } = shareFor(asked, on.bookingId);
  const clientPresent = request.kind === 'pay';
  const evidence = { reference, confirmed: false };
  const sent: Fact = { kind: 'debitSent', at, receiptId: asked.id, amount, cardId, last4, settles, clientPresent };
  return keepsCard(asked) ? [sent, cardKept(request.card, agreed, { at, evidence })] : [sent];
}

/** Sent back before it settled. A place that waited for it is kept a while longer, for another payment. */
export function factsOfReturned(
  asked: Asked,
  code: string,
  on: { readonly bookingId: string; readonly ledger: Ledger; readonly startAt: Instant; readonly at: Instant },
): Fact[] {
  const { request, id: receiptId } = asked;
  if (request.kind !== 'pay' && request.kind !== 'charge') return [];
  const { ledger, startAt, at } = on;
  const { id: cardId, last4 } = request.card;
  const { amount } = shareFor(asked, on.bookingId);
  const clientPresent = request.kind === 'pay';
  const about = { receiptId, amount, code, cardId, last4, clientPresent };
  const returned: Fact = { kind: 'debitReturned', at, settled: false, ...about };
  const later = addHours(at, secondChanceHours);
  const until = later < startAt ? later : startAt;
  return ledger.kept && !ledger.lapsed && ledger.kept.until < until
    ? [returned, { kind: 'placeKept', at, for: ledger.kept.for, until }]
    : [returned];
}

/**
 * Sent back after it had settled, perhaps weeks later: what is still in hand of it is owed again, and a tip that came with
 * it is gone where nothing of it went back before. Nothing where there is nothing left of it.
 */
export function factsOfReturnedLater(
  { id: receiptId, request }: Asked,
  code: string,
  { facts, at }: { readonly facts: readonly Fact[]; readonly at: Instant },
): Fact[] {
  if (request.kind !== 'pay' && request.kind !== 'charge') return [];
  const receipt = ledgerOf(facts).receipts.find(({ id }) => id === receiptId);
  const amount = receipt ? remainder(receipt.amount, receipt.refunded) : zero;
  if (amount === 0) return [];
  const came = facts.find((fact) => fact.kind === 'received' && fact.receiptId === receiptId);
  const tip = came?.kind === 'received' && came.tip && receipt!.refunded === 0 ? { tip: came.tip } : {};
  const about = { cardId: request.card.id, last4: request.card.last4, clientPresent: request.kind === 'pay' };
  return [{ kind: 'debitReturned', at, receiptId, amount, code, settled: true, ...about, ...tip }];
}
