import { priceInAll } from '#core/wording/priceInAll';
import { bookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { longMoment } from '#core/wording/days';
import { receiptRows, receiptsOf } from '#core/wording/receiptRows';
import { makePaper } from '#server/pdf/papers';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';

/** The receipt of a booking's payment of that number, counted from one; null where there is none. */
export async function receiptFile(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  bookingId: string,
  number: number,
): Promise<{ filename: string; content: Uint8Array } | null> {
  const loaded = await readBooking(db, bookingId);
  const came = loaded && receiptsOf(loaded.facts)[number - 1];
  if (!came) return null;
  const { booking, client, facts } = loaded;
  const [owner] = await db.select().from(business);
  const { timeZone, currency, title } = booking;
  const { position } = bookingState(agreedOf(booking), facts, clock.now());
  const money = (amount: Minor): string => formatMoney(amount, currency);
  const content = await makePaper('receipt', {
    business: owner!.name,
    line: owner!.line,
    email: owner!.email,
    colour: owner!.look.colour ?? '#0d4a56',
    number: `${booking.number}/${number}`,
    client: client.name,
    madeAt: new Date(came.at),
    when: `${longMoment(came.at, timeZone, localDate(came.at, timeZone))} ${came.at.slice(0, 4)}`,
    rows: receiptRows(came, facts, { title, currency, timeZone }),
    standing: [
      [priceInAll(booking.tax > 0), money(booking.total)],
      ...(booking.tax > 0 ? [['Of it tax', money(booking.tax)] as const] : []),
      ['Paid so far', money(position.received)],
      ['Still to be paid', money(position.outstanding), true],
    ],
  });
  return { filename: `${booking.number}-${number}.pdf`, content };
}
