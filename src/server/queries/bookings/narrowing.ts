import type { BookingsQuery, StageFilter } from '#contracts/bookings/views';
import { bookingStages } from '#core/bookings/stage';
import type { Database } from '#server/database/database';
import { openBookings, summaries } from '#server/database/schema/bookings';
import { countEach } from '#server/queries/bookings/manyKnown';
import { and, eq, like, type SQL, sql } from 'drizzle-orm';

/** What list, lanes and calendar are narrowed by alike. */
export type Narrowed = Pick<BookingsQuery, 'search' | 'stage'>;

const containing = (text: string): SQL => like(summaries.search, `%${text.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`);

/** Every word must be found: "vala dob" finds Ines Valadar's Dobsonian. */
export const searching = (search: string): SQL | undefined =>
  and(...search.trim().split(/\s+/).filter(Boolean).map(containing));

const inStage = (stage: BookingsQuery['stage']): SQL | undefined => {
  if (stage === 'all') return undefined;
  if (stage === 'open') return openBookings(summaries);
  return stage === 'late' ? sql`${summaries.late} > 0` : eq(summaries.stage, stage);
};

export const narrowedBy = ({ search, stage }: Narrowed): SQL | undefined => and(searching(search), inStage(stage));

const filters = [...bookingStages, 'open', 'late', 'all'] as const;

/** How many bookings of a search each filter would show: above `mostCounted` one more than that, which stands for many. */
export function stageCounts(db: Database, search: string): Promise<Record<StageFilter, number>> {
  const whole = search.trim() === '';
  const of = (stage: StageFilter) => ({
    name: stage,
    where: narrowedBy({ search, stage }),
    known: whole ? stage : null,
  });
  return countEach(db, summaries, filters.map(of));
}
