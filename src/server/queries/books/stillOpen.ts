import type { PlainDate } from '#core/calendar/days';
import { addDays } from '#core/calendar/days';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { Database, Tx } from '#server/database/database';
import { summaries } from '#server/database/schema/bookings';
import { countHeld } from '#server/queries/invoices/held';
import { payouts } from '#server/database/schema/work';
import { and, eq, isNull, lt } from 'drizzle-orm';

/** What is not settled of a period that is to be closed. */
export type StillOpen = {
  /** Services that ended in it and were not closed out. */
  readonly closeOuts: number;
  /** Documents that could not be issued. */
  readonly held: number;
  /** Payouts that no bank has yet. */
  readonly payouts: number;
};

export async function stillOpen(db: Database | Tx, until: PlainDate, zone: string): Promise<StillOpen> {
  const end = instantOfWall(wallTime(addDays(until, 1), '00:00' as TimeOfDay), zone);
  return {
    closeOuts: await db.$count(summaries, and(eq(summaries.stage, 'toCloseOut'), lt(summaries.endAt, end))),
    held: await countHeld(db, end),
    payouts: await db.$count(payouts, and(isNull(payouts.bankedAt), lt(payouts.at, end))),
  };
}
