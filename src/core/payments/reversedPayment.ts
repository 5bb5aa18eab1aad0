import type { Fact, PaymentMethod } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { ok, refuse, type Result } from '#core/result';

/** What the owner records by hand, and can have recorded wrongly. */
const byHand: ReadonlySet<string> = new Set<PaymentMethod>(['cash', 'transfer', 'cheque']);

export type MayNotReverse = { readonly code: 'receipt_unknown' | 'given_back_already' | 'not_by_hand' };

/**
 * A payment that was recorded by hand and had not come: its entry is turned round, and the booking stands as if it had not
 * (docs/rules/afterTheService.md). One that was given back in part is none.
 */
export function reversedPayment(
  { ledger, asOf }: Pick<BookingState, 'ledger' | 'asOf'>,
  facts: readonly Fact[],
  { receiptId, reason }: { readonly receiptId: string; readonly reason: string },
): Result<Fact, MayNotReverse> {
  const receipt = ledger.receipts.find(({ id }) => id === receiptId);
  const came = facts.find((fact) => fact.kind === 'received' && fact.receiptId === receiptId);
  if (!receipt || came?.kind !== 'received') return refuse({ code: 'receipt_unknown' });
  if (!byHand.has(came.method)) return refuse({ code: 'not_by_hand' });
  if (receipt.refunded > 0) return refuse({ code: 'given_back_already' });
  const { amount, method, fee, feeTax, tip } = came;
  const top = { ...(fee ? { fee, ...(feeTax ? { feeTax } : {}) } : {}), ...(tip ? { tip } : {}) };
  return ok({ kind: 'putRight', at: asOf, receiptId, amount, method, reason, ...top });
}
