import type { Lane } from '#contracts/places/timeViews';
import { addHours, type Instant } from '#core/calendar/instant';
import { minor } from '#core/money/minor';
import { type Database, rowsOf } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { sql } from 'drizzle-orm';

/** No card network lets an authorisation live longer, in hours. */
const longestAuthorisation = 24 * 40;

type Placed = { booking_id: string; amount: string; placed: Instant; expires: Instant; ended: Instant | null };

/** What authorisations of these bookings have covered between two moments and until now, by booking: each from its placing to its end. */
export async function coveredBy(
  db: Database,
  {
    ids,
    begin,
    end,
    now,
  }: { readonly ids: readonly string[]; readonly begin: Instant; readonly end: Instant; readonly now: Instant },
): Promise<Map<string, Lane['been'][number][]>> {
  const rows = await rowsOf<Placed>(
    db,
    sql`select ${facts.bookingId}, ${facts.fact}->>'amount' as amount, ${facts.fact}->>'at' as placed,
          ${facts.fact}->>'expires' as expires,
          (select min(ended.fact->>'at') from ${facts} ended
            where ended.booking_id = ${facts.bookingId}
              and ended.fact->>'authorisation' = ${facts.fact}->>'authorisation'
              and ended.fact->>'kind' in ('holdReleased', 'holdLapsed', 'holdCaptured', 'keptFromHold')) as ended
        from ${facts}
        where ${facts.bookingId} = any(${sql.param(ids)}) and ${facts.fact}->>'kind' = 'holdPlaced'
          and ${facts.at} between ${addHours(begin, -longestAuthorisation)} and ${end}
        order by ${facts.seq}`,
  );
  const been = new Map<string, Lane['been'][number][]>();
  for (const { booking_id: id, amount, placed: from, expires, ended } of rows) {
    const until = [expires, now, ...(ended === null ? [] : [ended])].sort()[0]!;
    if (until > from && until >= begin)
      been.set(id, [...(been.get(id) ?? []), { from, until, amount: minor(Number(amount)) }]);
  }
  return been;
}
