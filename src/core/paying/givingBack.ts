import type { Fact, FactOf } from '#core/booking/facts';
import type { Ledger } from '#core/booking/ledger';
import type { Instant } from '#core/calendar/instant';
import { least, type Minor, remainder, sum, zero } from '#core/money/minor';
import type { OnTop } from '#core/paying/request';

/** Of one receipt: how much of what counted goes back, and what was paid on top where all of it does. */
export type Refund = { readonly id: string; readonly amount: Minor; readonly on?: OnTop };
/** What a processor is asked to give back: the fee passed on and the tip in its sum. */
export type ProcessorRefund = { readonly receiptId: string; readonly whole: Minor; readonly on?: OnTop };

/** Goes back over the processor that it came through; anything else is given back by hand. */
const overProcessor = new Set<Ledger['receipts'][number]['method']>(['card', 'debit', 'reader', 'hold']);

/**
 * How money goes back over its receipts: a card's at the processor, what came in by hand by hand, a voucher's onto that
 * voucher.
 * @param about `cause` tells this giving back from others over the same receipt
 */
export function givingBack(
  refunds: readonly Refund[],
  { receipts }: Pick<Ledger, 'receipts'>,
  { cause, at }: { readonly cause: string; readonly at: Instant },
): { readonly byHand: Fact[]; readonly asked: ProcessorRefund[] } {
  const byHand: Fact[] = [];
  const asked: ProcessorRefund[] = [];
  for (const { id: receiptId, amount, on } of refunds) {
    const { method, voucherId } = receipts.find((receipt) => receipt.id === receiptId)!;
    if (overProcessor.has(method)) {
      const whole = sum([amount, on?.fee ?? zero, on?.tip ?? zero]);
      asked.push({ receiptId, whole, ...(on ? { on } : {}) });
    } else {
      const about = { refundId: `${receiptId}:${cause}`, receiptId, amount, ...(voucherId ? { voucherId } : {}) };
      byHand.push({ kind: 'refunded', at, ...about, method: method === 'hold' ? 'card' : method });
    }
  }
  return { byHand, asked };
}

/**
 * What goes back at once of a payment that has just come: all of it where the place was given back before, what is not
 * owed where the booking is cancelled; null where it stays.
 * @param credit what is too much on the booking now
 */
export function goesBackAtOnce(
  { receiptId: id, amount: came, fee, feeTax, tip }: FactOf<'received'>,
  before: Pick<Ledger, 'lapsed' | 'cancelled'>,
  credit: Minor,
): Refund | null {
  if (!before.lapsed && !before.cancelled) return null;
  const amount = before.lapsed ? came : least(came, credit);
  if (amount === 0) return null;
  const whole = amount === came;
  const on = { ...(whole && fee ? { fee, feeTax: feeTax ?? zero } : {}), ...(whole && tip ? { tip } : {}) };
  return { id, amount, on };
}

/** All that is in hand of every receipt, where a booking comes to nothing. */
export const allInHand = ({ receipts }: Pick<Ledger, 'receipts'>): Refund[] =>
  receipts
    .map(({ id, amount, refunded }) => ({ id, amount: remainder(amount, refunded) }))
    .filter(({ amount }) => amount > 0);
