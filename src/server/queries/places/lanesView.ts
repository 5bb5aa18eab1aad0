import type { Lane, LaneMark, LanesQuery, LanesView } from '#contracts/places/timeViews';
import { lanesOnPage } from '#contracts/bookings/views';
import { addDays } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { instantOfWall } from '#core/calendar/zoned';
import { type Database, rowsOf } from '#server/database/database';
import { covers, dueParts, facts } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { coveredBy } from '#server/queries/bookings/coveredBy';
import { stageCounts } from '#server/queries/bookings/narrowing';
import { bookedOn, countOn, dayBegins, within } from '#server/queries/bookings/onDays';
import { and, gte, inArray, lte, sql } from 'drizzle-orm';

/** A page of bookings over time, each with its payments, what is still due, and the cover of its hold. */
export async function lanesView(db: Database, query: LanesQuery, now: Instant): Promise<LanesView> {
  const looked = within(query);
  const { from, to, page } = looked;
  const [owner] = await db.select().from(business);
  const rows = await bookedOn(db, looked, { most: lanesOnPage, past: page * lanesOnPage });
  const ids = rows.map(({ id }) => id);
  const begin = instantOfWall(dayBegins(from), owner!.timeZone);
  const end = instantOfWall(dayBegins(addDays(to, 1)), owner!.timeZone);
  const due = await db
    .select()
    .from(dueParts)
    .where(and(inArray(dueParts.bookingId, ids), gte(dueParts.dueAt, begin), lte(dueParts.dueAt, end)));
  const came = await rowsOf<{ booking_id: string; at: LaneMark['at']; amount: string }>(
    db,
    sql`select ${facts.bookingId}, ${facts.at}, ${facts.fact}->>'amount' as amount from ${facts}
        where ${facts.bookingId} = any(${sql.param(ids)}) and ${facts.fact}->>'kind' = 'received'
          and ${facts.at} between ${begin} and ${end}`,
  );
  const held = await db
    .select()
    .from(covers)
    .where(and(inArray(covers.bookingId, ids), lte(covers.fromAt, end), gte(covers.untilAt, begin)));
  const been = await coveredBy(db, { ids, begin, end, now });
  const marks = new Map<string, LaneMark[]>();
  const mark = (bookingId: string, made: LaneMark): void => {
    marks.set(bookingId, [...(marks.get(bookingId) ?? []), made]);
  };
  for (const { booking_id: id, at, amount } of came)
    mark(id, { at, amount: Number(amount) as LaneMark['amount'], state: 'received' });
  for (const { bookingId, dueAt: at, left: amount, state } of due)
    mark(bookingId, { at, amount, state: state as LaneMark['state'] });
  const cover = new Map(held.map((row) => [row.bookingId, row]));
  return {
    ...looked,
    count: await countOn(db, looked),
    counts: await stageCounts(db, looked.search),
    lanes: rows.map(({ id, dueNow: _due, late: _late, outstanding: _outstanding, strip: _strip, ...row }): Lane => {
      const own = cover.get(id);
      return {
        ...row,
        marks: marks.get(id) ?? [],
        been: been.get(id) ?? [],
        cover: own
          ? {
              amount: own.amount,
              from: own.fromAt,
              until: own.untilAt,
              gapFrom: own.gapFrom,
              inForce: own.inForce === 1,
            }
          : null,
      };
    }),
  };
}
