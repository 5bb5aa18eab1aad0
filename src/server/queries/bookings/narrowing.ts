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

const filters = [...bookingStages, 'open', 'late', 'all'] as const;

/** Counted so much further, so that what is many by this stays it for a while, whatever is opened again. */
const beyond = mostCounted / 4;
/** So long what was found to be many counts as it, in milliseconds. */
const manyFor = 10 * 60_000;
/** When each filter was last found to show many, without a search: history only grows, and is not counted at each look. */
const many = new WeakMap<Database, Map<StageFilter, number>>();

const upTo = (where: SQL | undefined): SQL =>
  sql`(select count(*)::int from (select 1 from ${summaries} ${where ? sql`where ${where}` : sql``} limit ${mostCounted + beyond}) counted)`;

/** How many bookings of a search each filter would show: above `mostCounted` one more than that, which stands for many. */
export async function stageCounts(db: Database, search: string): Promise<Record<StageFilter, number>> {
  const known = many.get(db) ?? new Map<StageFilter, number>();
  many.set(db, known);
  const now = performance.now();
  const whole = search.trim() === '';
  const isMany = (stage: StageFilter): boolean => whole && now - (known.get(stage) ?? -Infinity) < manyFor;
  const counted = filters
    .filter((stage) => !isMany(stage))
    .map((stage) => sql`${upTo(narrowedBy({ search, stage }))} as ${sql.identifier(stage)}`);
  const [row] = await rowsOf<Partial<Record<StageFilter, number>>>(db, sql`select ${sql.join(counted, sql`, `)}`);
  const counts = filters.map((stage): [StageFilter, number] => {
    const count = row![stage] ?? mostCounted + 1;
    if (whole && count === mostCounted + beyond) known.set(stage, now);
    return [stage, Math.min(count, mostCounted + 1)];
  });
  return Object.fromEntries(counts) as Record<StageFilter, number>;
}
