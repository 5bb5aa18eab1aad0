import type { Fact, FactOf } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import type { OnTop } from '#core/payments/processorCall';

/** Of one receipt: how much of what counted goes back, and the tip where all of it does. A fee goes back in proportion. */
export type Refund = { readonly id: string; readonly amount: Minor; readonly on?: Pick<OnTop, 'tip'> };
/** What a processor is asked to give back: the fee passed on and the tip in its sum. */
export type ProcessorRefund = { readonly receiptId: string; readonly whole: Minor; readonly on?: OnTop };

/** Goes back over the processor that it came through; anything else is given back by hand. */
const overProcessor = new Set<Ledger['receipts'][number]['method']>(['card', 'debit', 'reader', 'hold']);

/** What of a fee passed on goes back with so much of its receipt: in proportion, whatever the parts. */
function feeBack(
  { amount: came, refunded, fee }: Ledger['receipts'][number],
  amount: Minor,
): Pick<OnTop, 'fee' | 'feeTax'> {
  if (!fee || came === 0) return {};
  const part = (of: Minor): Minor => minor(divideRounded(BigInt(of) * BigInt(refunded + amount), BigInt(came)));
  const back = minor(part(fee.amount) - fee.back);
  return back <= 0 ? {} : { fee: back, feeTax: minor(part(fee.tax) - fee.taxBack) };
}

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
    const receipt = receipts.find((each) => each.id === receiptId)!;
    const { method, voucherId } = receipt;
    if (overProcessor.has(method)) {
      const top = { ...feeBack(receipt, amount), ...on };
      const whole = sum([amount, top.fee ?? zero, top.tip ?? zero]);
      asked.push({ receiptId, whole, ...(Object.keys(top).length > 0 ? { on: top } : {}) });
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
  { receiptId: id, amount: came, tip }: FactOf<'received'>,
  before: Pick<Ledger, 'lapsed' | 'cancelled'>,
  credit: Minor,
): Refund | null {
  if (!before.lapsed && !before.cancelled) return null;
  const amount = before.lapsed ? came : least(came, credit);
  if (amount === 0) return null;
  const whole = amount === came;
  return { id, amount, ...(whole && tip ? { on: { tip } } : {}) };
}

/** All that is in hand of every receipt, where a booking comes to nothing. */
export const allInHand = ({ receipts }: Pick<Ledger, 'receipts'>): Refund[] =>
  receipts
    .map(({ id, amount, refunded }) => ({ id, amount: remainder(amount, refunded) }))
    .filter(({ amount }) => amount > 0);
