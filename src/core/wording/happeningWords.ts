import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Happening } from '#core/messages/happenings';
import { longMoment, longWall } from '#core/wording/days';
import { declineText } from '#core/wording/declines';
import { disputeNames } from '#core/wording/disputeWords';

/** What people of the business read of it: a subject, and how the booking stands. */
export function happeningWords(
  happening: Happening,
  {
    number,
    title,
    client,
    bookingState,
  }: { readonly number: string; readonly title: string; readonly client: string; readonly bookingState: BookingState },
): { readonly subject: string; readonly lines: readonly string[] } {
  const { agreed, asOf, position } = bookingState;
  const money = (amount: Parameters<typeof formatMoney>[0]): string => formatMoney(amount, agreed.currency);
  const today = localDate(asOf, agreed.timeZone);
  const what = whatHappened(happening, client, money);
  const by = happening.telling === 'disputed' && happening.answerBy;
  return {
    subject: `${number}: ${what}`,
    lines: [
      `${what.slice(0, 1).toUpperCase()}${what.slice(1)}.`,
      ...(by ? [`The bank hears an answer until ${longMoment(by, agreed.timeZone, today)}.`] : []),
      `${title}, from ${longWall(agreed.start, today)}.`,
      `In hand ${money(position.received)} of ${money(agreed.total)}.`,
    ],
  };
}

function whatHappened(
  happening: Happening,
  client: string,
  money: (amount: Parameters<typeof formatMoney>[0]) => string,
): string {
  switch (happening.telling) {
    case 'booked':
      return `${client} has booked`;
    case 'asked':
      return `${client} asks ${{ booking: 'for a booking', cancel: 'to cancel', move: 'for another time' }[happening.what]}`;
    case 'paid':
      return `${money(happening.amount)} came in from ${client}`;
    case 'refused':
      return `${happening.what === 'hold' ? 'the hold' : 'a charge'} of ${money(happening.amount)} was refused (${declineText(happening.code)})`;
    case 'returned':
      return `the bank sent ${money(happening.amount)} of ${client} back (${declineText(happening.code)})`;
    case 'disputed': {
      const { how, family } = happening;
      const of = `${money(happening.amount)} of ${client}`;
      const why = family ? ` (${disputeNames[family]})` : '';
      return {
        asked: `a bank asks about ${of}${why}`,
        opened: `${of} is disputed${why}`,
        won: `the dispute over ${of} is won`,
        lost: `the dispute over ${of} is lost`,
        dropped: `the bank asked about ${of}, and went no further`,
      }[how];
    }
    case 'claims':
      return `${client} ${happening.how === 'accepted' ? 'accepts' : 'objects to'} a claim of ${money(happening.amount)}`;
    case 'lapsed':
      return `the place of ${client} was given back, unpaid`;
  }
}
