import type { CardOnFile, Ledger } from '#core/bookings/ledger';
import type { Part } from '#core/bookings/part';
import { localDate } from '#core/calendar/zoned';
import type { PlainDate } from '#core/calendar/days';

/** What is kept for later payments, after a possessive or an article: `card ending in 1234`. */
export const keptWords = ({ way, last4 }: CardOnFile): string =>
  `${way === 'debit' ? 'bank account' : 'card'} ending in ${last4}`;

/** Whether all that is left of an instalment is on its way from a bank account. */
export const isComing = ({ left, coming }: Pick<Part, 'left' | 'coming'>): boolean => left > 0 && left === coming;

/** The day on which the last of what is on its way counts; null where nothing is. */
export function settlesOn({ onTheWay }: Pick<Ledger, 'onTheWay'>, timeZone: string): PlainDate | null {
  const last = onTheWay
    .map(({ settles }) => settles)
    .sort()
    .at(-1);
  return last ? localDate(last, timeZone) : null;
}
