import type { ClientBookingsView } from '#contracts/clientPage/views';
import { payable, bookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import { dateOf } from '#core/calendar/wallTime';
import { localDate } from '#core/calendar/zoned';
import { zero } from '#core/money/minor';
import { clockOf, longDate, longWall } from '#core/wording/days';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { bookings, summaries } from '#server/database/schema/bookings';
import type { Deps } from '#server/deps';
import { businessFace } from '#server/queries/settings/businessFace';
import { bookingOfLink, standingLink } from '#server/links/clientLink';
import { desc, eq } from 'drizzle-orm';

/** The most that one page shows; a client with more finds the older ones in their messages. */
const mostBookings = 100;

/** Every booking of the client whose link this is; null where the link is not a client's. */
export async function clientBookings(deps: Deps, link: string): Promise<ClientBookingsView | null> {
  const { db, clock } = deps;
  const now = clock.now();
  const opened = await bookingOfLink(db, link, now);
  if ('fault' in opened || opened.purpose !== 'client') return null;
  const { booking: own, client } = (await readBooking(db, opened.bookingId))!;
  const rows = await db
    .select({ id: bookings.id })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(eq(bookings.clientId, own.clientId))
    .orderBy(desc(summaries.startAt))
    .limit(mostBookings);
  const lines: ClientBookingsView['bookings'][number][] = [];
  for (const { id } of rows) {
    const { booking, facts } = (await readBooking(db, id))!;
    const current = bookingState(agreedOf(booking), facts, now);
    const today = localDate(now, booking.timeZone);
    const { startsAt: from, endsAt: to } = booking;
    const page = await standingLink(db, deps, { bookingId: id, from: current.endAt, now });
    lines.push({
      number: booking.number,
      title: booking.title,
      stage: current.stage,
      currency: booking.currency,
      when:
        dateOf(from) === dateOf(to)
          ? `${longDate(dateOf(from), today)}, ${clockOf(from)} to ${clockOf(to)}`
          : `${longWall(from, today)} to ${longWall(to, today)}`,
      total: booking.total,
      received: current.position.received,
      dueNow: payable(current).dueNow,
      held: current.hold?.inForce?.amount ?? zero,
      strip: stripOf(current),
      page: `/b/${page}`,
      over: ['closed', 'cancelled', 'lapsed'].includes(current.stage),
    });
  }
  // What is to come first, nearest first; what is over after it, newest first.
  const coming = lines.filter(({ over }) => !over).reverse();
  return {
    business: await businessFace(db),
    clientName: client.name,
    bookings: [...coming, ...lines.filter(({ over }) => over)],
  };
}
