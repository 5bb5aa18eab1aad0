import { localDate } from '#core/calendar/zoned';
import { longMoment } from '#core/wording/days';
import { makePaper } from '#server/pdf/papers';
import { readBooking } from '#server/bookings/lockBooking';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';

/** What the client accepted on the booking page; null where nothing was to be accepted there. */
export async function acceptedFile(
  { db }: Pick<Deps, 'db'>,
  bookingId: string,
): Promise<{ filename: string; content: Uint8Array } | null> {
  const loaded = await readBooking(db, bookingId);
  const agreed = loaded?.facts.find((fact) => fact.kind === 'agreed');
  if (!loaded || !agreed?.agreement) return null;
  const [owner] = await db.select().from(business);
  const { number, timeZone } = loaded.booking;
  const content = await makePaper('accepted', {
    business: owner!.name,
    colour: owner!.look.colour ?? '#0d4a56',
    number,
    accepted: agreed.agreement,
    when: `${longMoment(agreed.at, timeZone, localDate(agreed.at, timeZone))} ${agreed.at.slice(0, 4)}`,
    madeAt: new Date(agreed.at),
  });
  return { filename: `${number}-agreement.pdf`, content };
}
