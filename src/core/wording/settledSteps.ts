import type { Fact, PaymentMethod } from '#core/bookings/facts';
import { localDate } from '#core/calendar/zoned';
import type { PlainDate } from '#core/calendar/days';
import type { Minor } from '#core/money/minor';
import type { ClientStep } from '#core/wording/clientSteps';
import { shortDate } from '#core/wording/days';

const wentBack = {
  card: 'to the card that it came from',
  debit: 'to your bank account',
  reader: 'to the card that it came from',
  cash: 'in cash',
  transfer: 'by transfer',
  cheque: 'by cheque',
  credit: 'as your credit',
  voucher: 'onto the voucher that it came from',
} satisfies Record<PaymentMethod, string>;

/** What was claimed of the client, what it was taken from, and what went back, in the order in which it happened. */
export function settledSteps(facts: readonly Fact[], zone: string, today: PlainDate): ClientStep[] {
  return facts.flatMap((fact): ClientStep[] => {
    const date = localDate(fact.at, zone);
    const step = (mark: ClientStep['mark'], what: string, amount: Minor, note: string | null = null): ClientStep => ({
      mark,
      date,
      when: shortDate(date, today),
      what,
      note,
      amount,
    });
    if (fact.kind === 'refunded') return [step('back', 'We gave back', fact.amount, wentBack[fact.method])];
    if (fact.kind === 'keptFromHold' && fact.captured > 0)
      return [step('held', 'Taken of what your bank had set aside', fact.captured, 'for the cancellation')];
    if (fact.kind !== 'closedOut') return [];
    const { claims, captured, shortfall } = fact;
    return [
      ...claims.map(({ reason, amount }) => step('due', `Claimed: ${reason}`, amount)),
      ...(captured > 0 ? [step('held', 'Taken of what your bank had set aside', captured)] : []),
      ...(shortfall > 0 ? [step('late', 'More than that covers', shortfall, 'asked for by itself')] : []),
    ];
  });
}
