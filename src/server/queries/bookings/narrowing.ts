import { type BookingsQuery, mostCounted, type StageFilter } from '#contracts/views';
import { bookingStages } from '#core/booking/stage';
import { type Database, rowsOf } from '#server/database/database';
import { openBookings, summaries } from '#server/database/schema/bookings';
import { countedTo, manyKnown } from '#server/queries/bookings/manyKnown';
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

const upTo = (where: SQL | undefined): SQL =>
  sql`(select count(*)::int from (select 1 from ${summaries} ${where ? sql`where ${where}` : sql``} limit ${countedTo}) counted)`;

/** How many bookings of a search each filter would show: above `mostCounted` one more than that, which stands for many. */
export async function stageCounts(db: Database, search: string): Promise<Record<StageFilter, number>> {
  const many = manyKnown(db);
  const whole = search.trim() === '';
  const counted = filters
    .filter((stage) => !(whole && many.has(stage)))
    .map((stage) => sql`${upTo(narrowedBy({ search, stage }))} as ${sql.identifier(stage)}`);
  const [row] = await rowsOf<Partial<Record<StageFilter, number>>>(db, sql`select ${sql.join(counted, sql`, `)}`);
  const counts = filters.map((stage): [StageFilter, number] => {
    const count = row![stage];
    if (count === undefined) return [stage, mostCounted + 1];
    return [stage, whole ? many.counted(stage, count) : Math.min(count, mostCounted + 1)];
  });
  return Object.fromEntries(counts) as Record<StageFilter, number>;
}
