import type { Fact, FactOf } from '#core/bookings/facts';
import type { PaymentMethod } from '#core/bookings/facts';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import { longDate } from '#core/wording/days';

/** How money came, as its payer reads it. */
export const cameBy: Readonly<Record<PaymentMethod | 'hold', string>> = {
  card: 'by card',
  debit: 'by bank debit',
  reader: 'by card at the counter',
  cash: 'in cash',
  transfer: 'by transfer',
  cheque: 'by cheque',
  credit: 'from your credit',
  voucher: 'by voucher',
  hold: 'from the hold',
};

/** Money that came for a booking, in the order in which it did. */
export type Came = {
  readonly id: string;
  readonly at: Fact['at'];
  readonly amount: Minor;
  readonly method: PaymentMethod | 'hold';
  readonly fee: Minor;
  readonly tip: Minor;
  readonly last4: string | null;
};

const fromHold = (id: string, at: Fact['at'], amount: Minor): Came[] =>
  amount === 0 ? [] : [{ id, at, amount, method: 'hold', fee: zero, tip: zero, last4: null }];

/** Every receipt of a booking; its place in the list is its number, which stays. */
export function receiptsOf(facts: readonly Fact[]): Came[] {
  return facts.flatMap((fact): Came[] => {
    if (fact.kind === 'holdCaptured') return fromHold(fact.authorisation, fact.at, fact.balance);
    if (fact.kind === 'keptFromHold' || fact.kind === 'paymentCaptured')
      return fromHold(fact.authorisation, fact.at, fact.captured);
    if (fact.kind !== 'received') return [];
    const { receiptId: id, at, amount, method, fee = zero, tip = zero, last4 = null } = fact;
    return [{ id, at, amount, method, fee, tip, last4 }];
  });
}

const isBackOf =
  (id: string) =>
  (fact: Fact): fact is FactOf<'refunded'> | FactOf<'debitReturned'> =>
    (fact.kind === 'refunded' || (fact.kind === 'debitReturned' && fact.settled)) && fact.receiptId === id;

/**
 * The rows of a receipt: what it was for and how much, what came on top, and what of it has gone back since. The last
 * row is the whole sum that was paid.
 */
export function receiptRows(
  came: Came,
  facts: readonly Fact[],
  about: { readonly title: string; readonly currency: string; readonly timeZone: string },
): readonly (readonly [what: string, sum: string, strong?: boolean])[] {
  const { title, currency, timeZone } = about;
  const money = (amount: Minor): string => formatMoney(amount, currency);
  const card = came.last4 && came.method !== 'cash' ? `, ending in ${came.last4}` : '';
  const back = facts.filter(isBackOf(came.id)).map((fact) => {
    const day = localDate(fact.at, timeZone);
    const how = fact.kind === 'refunded' ? 'given back' : 'sent back by the bank';
    return [`${how} on ${longDate(day, day)} ${day.slice(0, 4)}`, money(minor(0 - fact.amount))] as const;
  });
  return [
    [title, money(came.amount)],
    ...(came.fee > 0 ? [['Fee for this way to pay', money(came.fee)] as const] : []),
    ...(came.tip > 0 ? [['Tip', money(came.tip)] as const] : []),
    [`Paid ${cameBy[came.method]}${card}`, money(sum([came.amount, came.fee, came.tip])), true],
    ...back,
  ];
}
