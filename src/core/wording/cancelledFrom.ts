import { givenBackOver } from '#core/courtesies/courtesy';
import type { BookingCancellation } from '#core/bookings/cancellationOf';
import type { BookingState } from '#core/bookings/bookingState';
import type { CancelInput } from '#core/cancellation/cancel';
import { localDate } from '#core/calendar/zoned';
import { formatAmount, formatMoney } from '#core/money/formatMoney';
import { least, type Minor, remainder, zero } from '#core/money/minor';
import { longDate } from '#core/wording/days';
import { keptWords } from '#core/wording/keptWords';
import { cameBy } from '#core/wording/receiptRows';

/** One thing that money was taken or held on: what of it is kept, what leaves again, and by which right. */
export type CancelledFrom = {
  readonly key: string;
  readonly from: string;
  readonly kept: Minor;
  /** Given back of a receipt, let go of a hold. */
  readonly back: Minor;
  readonly why: string;
};

const byRule = {
  business: 'we cancel, and keep nothing',
  no_show: 'kept by the terms, for a no-show',
  grace: 'within the time for second thoughts',
  tier: 'kept by the terms, for notice as short as this',
  none: 'kept by the terms, which give nothing back so late',
  withdrawal: 'withdrawn by law: only what was performed is kept',
} as const satisfies Record<BookingCancellation['rule'], string>;

/** Given back by hand, or by the way that it came. */
const wentBy: Partial<Record<keyof typeof cameBy, string>> = {
  card: 'goes back to its card',
  reader: 'goes back to its card',
  hold: 'goes back to its card',
  debit: 'goes back to its bank account',
  voucher: 'goes back onto its voucher',
};

/**
 * What a cancellation keeps from what and gives back over which receipt, and by which right each is kept: told before it is
 * done. What is owed beyond that is charged only as far as the client agreed to that purpose, and asked for otherwise.
 */
export function cancelledFrom(
  bookingState: BookingState,
  by: CancelInput['by'],
  decided: BookingCancellation,
): CancelledFrom[] {
  const { agreed, ledger, hold, asOf } = bookingState;
  const { currency, timeZone } = agreed;
  const today = localDate(asOf, timeZone);
  const amount = (of: Minor): string => formatAmount(of, currency);
  const free = givenBackOver(ledger);
  let left = remainder(decided.keep, decided.owed);
  const receipts = ledger.receipts.map((receipt, index) => {
    const { id, method, at } = receipt;
    const back = decided.refunds.find((each) => each.id === id)?.amount ?? zero;
    const disputed = remainder(free[index]!.refunded, receipt.refunded);
    const inHand = remainder(receipt.amount, receipt.refunded);
    const kept = least(left, remainder(inHand, back));
    left = remainder(left, kept);
    const why = [
      ...(kept > 0 ? [byRule[decided.rule]] : []),
      ...(back > 0 ? [wentBy[method] ?? 'given back by hand'] : []),
      ...(disputed > 0 ? [`${amount(disputed)} is disputed, and stays until the bank has decided`] : []),
    ];
    const came = method === 'hold' ? 'captured from the hold' : `paid ${cameBy[method]}`;
    const from = `${amount(receipt.amount)} ${came}, ${longDate(localDate(at, timeZone), today)}`;
    return { key: id, from, kept, back, why: why.join('; '), inHand };
  });
  return [
    ...receipts.filter(({ inHand }) => inHand > 0).map(({ inHand: _, ...row }) => row),
    ...fromHold(bookingState, decided, hold?.inForce ?? null),
    ...owedRow(bookingState, by, decided),
  ];
}

function fromHold(
  { agreed, ledger }: BookingState,
  decided: BookingCancellation,
  inForce: { readonly id: string; readonly amount: Minor } | null,
): CancelledFrom[] {
  if (!inForce) return [];
  const { fromHold: kept } = decided;
  const card = ledger.authorisations.find(({ id }) => id === inForce.id);
  const rest = remainder(inForce.amount, kept);
  const why = [
    ...(kept > 0 ? ['captured: the terms let the hold pay what a cancellation leaves owed'] : []),
    ...(rest > 0 ? [kept > 0 ? 'the rest is let go' : 'let go'] : []),
  ];
  const from = `Hold of ${formatAmount(inForce.amount, agreed.currency)} on the card ending in ${card?.last4 ?? '····'}`;
  return [{ key: inForce.id, from, kept, back: rest, why: why.join('; ') }];
}

/** What nothing in hand pays: charged by its purpose as far as that was agreed, else a request. */
function owedRow(
  { agreed, ledger }: BookingState,
  by: CancelInput['by'],
  decided: BookingCancellation,
): CancelledFrom[] {
  const owed = remainder(decided.owed, decided.fromHold);
  if (owed === 0) return [];
  const { card } = ledger;
  const most = card?.purposes?.cancellation?.most ?? zero;
  const money = (of: Minor): string => formatMoney(of, agreed.currency);
  const may = least(owed, most);
  const purpose = by === 'no_show' ? 'a no-show' : 'a cancellation';
  const asked = 'asked for by letter';
  const why =
    may > 0
      ? `${asked}; ${may === owed ? 'it' : `${money(may)} of it`} may be charged to the ${keptWords(card!)}, which was agreed for ${purpose} up to ${money(most)}`
      : card
        ? `${asked}: the client did not agree that the ${keptWords(card)} pays ${purpose}`
        : `${asked}: nothing is on file that may pay it`;
  return [{ key: 'owed', from: 'Not in hand', kept: owed, back: zero, why }];
}

/** The same in sentences, where there is no room for a table. */
export const cancelledFromSentences = (...about: Parameters<typeof cancelledFrom>): string[] => {
  const { currency } = about[0].agreed;
  return cancelledFrom(...about).map(({ from, kept, back, why }) => {
    const sums = [
      ...(kept > 0 ? [`${formatMoney(kept, currency)} kept`] : []),
      ...(back > 0 ? [`${formatMoney(back, currency)} leaves again`] : []),
    ];
    return `${from}: ${sums.join(', ')} (${why}).`;
  });
};
