import { type BookingsQuery, mostCounted, type StageFilter } from '#contracts/views';
import { bookingStages } from '#core/booking/stage';
import { type Database, rowsOf } from '#server/database/database';
import { openBookings, summaries } from '#server/database/schema/bookings';
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

const one = sql`1`;
const upToMost = (where: SQL | undefined): SQL =>
  sql`(select count(*)::int from (select ${one} from ${summaries} ${where ? sql`where ${where}` : sql``} limit ${mostCounted + 1}) counted)`;

/**
 * How many bookings of a search each filter would show: above `mostCounted` one more than that, which stands for many.
 * Of a search that finds many, the filters are counted among the first of them.
 */
export async function stageCounts(db: Database, search: string): Promise<Record<StageFilter, number>> {
  const filters = [...bookingStages, 'open', 'late', 'all'] as const;
  const found = searching(search);
  if (!found) {
    const [row] = await rowsOf<Record<StageFilter, number>>(
      db,
      sql`select ${sql.join(
        filters.map((each) => sql`${upToMost(inStage(each))} as ${sql.identifier(each)}`),
        sql`, `,
      )}`,
    );
    return row!;
  }
  const some = db
    .select({ stage: summaries.stage, late: summaries.late })
    .from(summaries)
    .where(found)
    .limit(mostCounted + 1);
  const lines = await some;
  const count = (of: (line: (typeof lines)[number]) => boolean): number => lines.filter(of).length;
  const isOver = ({ stage }: (typeof lines)[number]): boolean => ['closed', 'cancelled', 'lapsed'].includes(stage);
  return {
    ...Object.fromEntries(bookingStages.map((each) => [each, count(({ stage }) => stage === each)])),
    open: count((line) => !isOver(line) || line.late > 0),
    late: count(({ late }) => late > 0),
    all: lines.length,
  } as Record<StageFilter, number>;
}
