import type { Fact } from '#core/booking/facts';
import type { Ledger } from '#core/booking/ledger';
import type { Instant } from '#core/calendar/instant';
import { type Minor, sum, zero } from '#core/money/minor';
import type { Tx } from '#server/database/open';
import { intents } from '#server/database/schema/work';
import type { OnTop } from '#server/intents/request';
import { openIntent } from '#server/intents/openIntent';
import { eq } from 'drizzle-orm';

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
    if (method !== 'card' && method !== 'hold') {
      // Onto the voucher that it came from.
      const back = voucherId ? { voucherId } : {};
      facts.push({ kind: 'refunded', at: now, refundId: `${receiptId}:${cause}`, receiptId, amount, method, ...back });
      continue;
    }
    const [paid] = await tx.select().from(intents).where(eq(intents.id, receiptId));
    const payment = paid?.answer?.outcome === 'approved' ? paid.answer.reference : receiptId;
    const request = { kind: 'refund' as const, receiptId, payment, ...(on ? { on } : {}) };
    const whole = sum([amount, on?.fee ?? zero, on?.tip ?? zero]);
    const intent = { id: newId(), bookingId, cause: `refund:${receiptId}:${cause}`, request, amount: whole, now };
    intentIds.push(await openIntent(tx, intent));
  }
  return { facts, intentIds };
}
