import type { Fact } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { givingBack, type Refund } from '#core/payments/givingBack';
import type { Tx } from '#server/database/database';
import { type OpenCall, openCall } from '#server/processorCalls/openCall';
import { paymentOfReceipt } from '#server/paymentMethods/payAccounts';

/**
 * Gives money back over its receipts: a card's at the processor, by an intent that is carried out after the commit;
 * what came in by hand is given back by hand and recorded so.
 * @param cause tells this giving back from others over the same receipt
 */
export async function openRefunds(
  tx: Tx,
  about: {
    readonly bookingId: string;
    readonly refunds: readonly Refund[];
    readonly ledger: Ledger;
    readonly cause: string;
    readonly now: Instant;
    readonly newId: () => string;
  },
): Promise<{ facts: Fact[]; opened: OpenCall[] }> {
  const { bookingId, refunds, ledger, cause, now, newId } = about;
  const { byHand: facts, asked } = givingBack(refunds, ledger, { cause, at: now });
  const opened: OpenCall[] = [];
  for (const { receiptId, whole: amount, on } of asked) {
    const { payment, accountId: account } = await paymentOfReceipt(tx, receiptId);
    const request = { kind: 'refund' as const, receiptId, payment, account, ...(on ? { on } : {}) };
    const intent = { id: newId(), bookingId, cause: `refund:${receiptId}:${cause}`, request, amount, now };
    opened.push(await openCall(tx, intent));
  }
  return { facts, opened };
}
