import type { PlainDate } from '#core/calendar/days';
import type { VoucherOrder } from '#core/credit/voucherOrder';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longDate } from '#core/wording/days';

type Letter = { readonly subject: string; readonly lines: readonly string[] };

/** Stands in a letter until its voucher's code is put there. */
export const codePlace = '{{code}}';

/** The letter that is the voucher: from whom, with which words, worth how much until when, and its code. */
export function voucherGiven({
  business,
  buyer,
  toBuyer,
  message,
  amount,
  currency,
  until,
  today,
}: {
  readonly business: string;
  readonly buyer: string;
  /** Whoever bought it hands it over. */
  readonly toBuyer: boolean;
  readonly message: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly until: PlainDate | null;
  readonly today: PlainDate;
}): Letter {
  const worth = formatMoney(amount, currency);
  const good = until === null ? 'It is good without an end.' : `It is good until ${longDate(until, today)}.`;
  return {
    subject: toBuyer ? `${business}: your voucher of ${worth}` : `${buyer} gives you ${worth} at ${business}`,
    lines: [
      toBuyer
        ? `Thank you. ${worth} has come in; this is the voucher, for you to hand over.`
        : `${buyer} gives you a voucher of ${worth} for ${business}.`,
      ...message.split('\n').filter((line) => line.trim() !== ''),
      `The voucher's code: ${codePlace}`,
      `Type it where you pay, for as much of it as you like at a time. ${good}`,
    ],
  };
}

/** When it goes out, and to whom. */
export function voucherGoes({ to, sendOn }: Pick<VoucherOrder, 'to' | 'sendOn'>, today: PlainDate): string {
  if (to === null) return 'It comes to you by message, for you to hand over.';
  const when = sendOn === null || sendOn <= today ? 'as soon as it is paid' : `on ${longDate(sendOn, today)}`;
  return `It goes to ${to.name}, ${to.email}, ${when}.`;
}

/** Told to whoever bought it for somebody else. */
export function voucherBought({
  business,
  amount,
  currency,
  order,
  today,
}: {
  readonly business: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly order: VoucherOrder;
  readonly today: PlainDate;
}): Letter {
  const worth = formatMoney(amount, currency);
  return {
    subject: `${business}: your voucher of ${worth} is paid`,
    lines: [
      `Thank you. ${worth} has come in for a voucher for ${order.to?.name ?? 'you'}.`,
      order.sendOn !== null && order.sendOn > today
        ? `It goes to ${order.to?.email ?? 'you'} on ${longDate(order.sendOn, today)}.`
        : `It is on its way to ${order.to?.email ?? 'you'}.`,
    ],
  };
}

/** Told to people of the business. */
export function voucherTold({
  number,
  buyer,
  amount,
  currency,
  order,
  today,
}: {
  readonly number: string;
  readonly buyer: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly order: VoucherOrder;
  readonly today: PlainDate;
}): Letter {
  const goes = order.to === null ? `It goes to ${buyer}, to hand over.` : voucherGoes(order, today);
  return { subject: `${number}: ${buyer} bought a voucher of ${formatMoney(amount, currency)}`, lines: [goes] };
}
