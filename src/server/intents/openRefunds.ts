import type { Fact } from '#core/booking/facts';
import type { Ledger } from '#core/booking/ledger';
import type { Instant } from '#core/calendar/instant';
import { type Minor, sum, zero } from '#core/money/minor';
import type { Tx } from '#server/database/open';
import type { OnTop } from '#server/intents/request';
import { openIntent } from '#server/intents/openIntent';
import { paymentOfReceipt } from '#server/ways/payAccounts';

/** Goes back over the processor that it came through; anything else is given back by hand. */
const overProcessor = new Set<Ledger['receipts'][number]['method']>(['card', 'debit', 'reader', 'hold']);

/**
 * Gives money back over its receipts: a card's at the processor, by an intent that is carried out after the commit;
 * what came in by hand is given back by hand and recorded so.
 * @param cause tells this giving back from others over the same receipt
 */
export async function openRefunds(
  tx: Tx,
  about: {
    readonly bookingId: string;
    readonly refunds: readonly { readonly id: string; readonly amount: Minor; readonly on?: OnTop }[];
    readonly ledger: Ledger;
    readonly cause: string;
    readonly now: Instant;
    readonly newId: () => string;
  },
): Promise<{ facts: Fact[]; intentIds: string[] }> {
  const { bookingId, refunds, ledger, cause, now, newId } = about;
  const facts: Fact[] = [];
  const intentIds: string[] = [];
  for (const { id: receiptId, amount, on } of refunds) {
    const { method, voucherId } = ledger.receipts.find((receipt) => receipt.id === receiptId)!;
    if (!overProcessor.has(method)) {
      // Onto the voucher that it came from.
      const back = voucherId ? { voucherId } : {};
      const byHand = method === 'hold' ? 'card' : method;
      facts.push({
        kind: 'refunded',
        at: now,
        refundId: `${receiptId}:${cause}`,
        receiptId,
        amount,
        method: byHand,
        ...back,
      });
      continue;
    }
    const { payment, accountId: account } = await paymentOfReceipt(tx, receiptId);
    const request = { kind: 'refund' as const, receiptId, payment, account, ...(on ? { on } : {}) };
    const whole = sum([amount, on?.fee ?? zero, on?.tip ?? zero]);
    const intent = { id: newId(), bookingId, cause: `refund:${receiptId}:${cause}`, request, amount: whole, now };
    intentIds.push(await openIntent(tx, intent));
  }
  return { facts, intentIds };
}
