import type { BookingsQuery } from '#contracts/views';
import { zero } from '#core/money/minor';
import type { Database } from '#server/database/database';
import { summaries } from '#server/database/schema/bookings';
import { and, eq, gt, like, type SQL, sql } from 'drizzle-orm';

/** What list, lanes and calendar are narrowed by alike. */
export type Narrowed = Pick<BookingsQuery, 'search' | 'stage'>;

const containing = (text: string): SQL => like(summaries.search, `%${text.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`);

/** Every word must be found: "vala dob" finds Ines Valadar's Dobsonian. */
export const searching = (search: string): SQL | undefined =>
  and(...search.trim().split(/\s+/).filter(Boolean).map(containing));

const inStage = (stage: BookingsQuery['stage']): SQL | undefined => {
  if (stage === 'all') return undefined;
  if (stage === 'open')
    return sql`(${summaries.stage} not in ('closed', 'cancelled', 'lapsed') or ${summaries.late} > 0)`;
  return stage === 'late' ? gt(summaries.late, zero) : eq(summaries.stage, stage);
};

export const narrowedBy = ({ search, stage }: Narrowed): SQL | undefined => and(searching(search), inStage(stage));

/** How many bookings of a search each filter would show. */
export async function stageCounts(db: Database, search: string): Promise<Record<string, number>> {
  const perStage = await db
    .select({
      stage: summaries.stage,
      count: sql<number>`count(*)`.mapWith(Number),
      late: sql<number>`count(*) filter (where ${summaries.late} > 0)`.mapWith(Number),
    })
    .from(summaries)
    .where(searching(search))
    .groupBy(summaries.stage);
  const counts: Record<string, number> = Object.fromEntries(perStage.map(({ stage, count }) => [stage, count]));
  counts.all = perStage.reduce((all, { count }) => all + count, 0);
  const over = perStage.filter(({ stage }) => ['closed', 'cancelled', 'lapsed'].includes(stage));
  counts.open = counts.all - over.reduce((all, { count, late }) => all + count - late, 0);
  counts.late = perStage.reduce((all, { late }) => all + late, 0);
  return counts;
}
