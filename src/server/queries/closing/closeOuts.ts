import type { CloseOutView } from '#contracts/views';
import { standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import { type Minor, zero } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/booking/lockBooking';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { selectLines } from '#server/queries/bookings/bookingLines';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';

/** The most that a view holds: those that are to be decided first. */
const mostInQueue = 500;

/** What waits for its close-out, the most pressing first. */
export async function closeOutView(db: Database, now: Instant): Promise<CloseOutView> {
  const waits = eq(summaries.stage, 'toCloseOut');
  const queue = await selectLines(db)
    .where(waits)
    .orderBy(sql`${summaries.decideBy} asc nulls last`, asc(bookings.number))
    .limit(mostInQueue);
  const waiting = queue.length < mostInQueue ? queue.length : await db.$count(summaries, waits);
  const ids = queue.map(({ id }) => id);
  const special = await db
    .select({
      id: bookings.id,
      covers: sql<boolean>`coalesce(${bookings.terms}->>'holdCoversBalance' = 'true', false)`,
      charged: sql<boolean>`${bookings.terms}->'chargeInstead' is not null`,
    })
    .from(bookings)
    .where(
      and(
        inArray(bookings.id, ids),
        sql`(${bookings.terms}->>'holdCoversBalance' = 'true' or ${bookings.terms}->'chargeInstead' is not null)`,
      ),
    );
  const covering = new Set(special.filter(({ covers }) => covers).map(({ id }) => id));
  const securities = new Map<string, Minor>();
  for (const { id } of special.filter(({ charged }) => charged)) {
    const loaded = (await readBooking(db, id))!;
    securities.set(id, standing(agreedOf(loaded.booking), loaded.facts, now).securityInHand);
  }
  const about = (id: string) => ({ coversBalance: covering.has(id), security: securities.get(id) ?? zero });
  return { waiting, queue: queue.map((line) => ({ ...line, ...about(line.id) })) };
}
