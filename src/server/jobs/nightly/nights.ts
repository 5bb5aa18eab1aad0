import { wallOfInstant } from '#core/calendar/zoned';
import type { Instant } from '#core/calendar/instant';
import type { Backups } from '#server/backup/backups';
import { nights } from '#server/database/schema/nights';
import { ownerRow } from '#server/database/ownerRow';
import { business } from '#server/database/schema/business';
import { type Difference } from '#server/verify/differs';
import { verify } from '#server/verify/verify';
import type { Deps } from '#server/deps';
import { and, desc, eq, isNotNull, lt, sql } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';

/** The hour of the business's clocks from which on the night's work is done. */
const nightFrom = '03:00';
/** What differs is looked at again after so long: something may have been due just then. */
const secondLook = 60_000;
/** So much of what differs is kept to be shown, and for so many days. */
const most = { found: 50, days: 90 };

export type Nights = {
  /** Does what the night asks for where nobody has. Never fails; once at a time. @param now of the machine */
  look(now?: Date): Promise<void>;
};

export function openNights(
  deps: Deps,
  {
    backups,
    passphrase,
    again = secondLook,
  }: { readonly backups: Backups; readonly passphrase: string | undefined; readonly again?: number },
): Nights {
  const { db, report } = deps;
  let looking = false;
  /** True for just one process; again for one after it where that has died, or failed, over an hour ago. */
  const begins = async (day: string, work: 'verify' | 'backup'): Promise<boolean> =>
    (
      await db
        .insert(nights)
        .values({ day, work })
        .onConflictDoUpdate({
          target: [nights.day, nights.work],
          set: { begunAt: sql`now()` },
          setWhere: sql`${nights.doneAt} is null and ${nights.begunAt} < now() - interval '1 hour'`,
        })
        .returning()
    ).length > 0;
  const done = (day: string, work: 'verify' | 'backup', more: Partial<typeof nights.$inferInsert> = {}) =>
    db
      .update(nights)
      .set({ doneAt: sql`now()`, ...more })
      .where(and(eq(nights.day, day), eq(nights.work, work)));
  const work = async (now: Date): Promise<void> => {
    if ((await db.$count(business)) === 0) return;
    const { timeZone } = await ownerRow(db);
    const [day, time] = wallOfInstant(`${now.toISOString().slice(0, 19)}Z` as Instant, timeZone).split('T');
    if (time! < nightFrom) return;
    if (await begins(day!, 'verify')) {
      const found = await lasting(deps, again);
      if (found.length > 0) report(`${found.length} differences were found in the night`, found[0]);
      await done(day!, 'verify', { count: found.length, found: found.slice(0, most.found) });
      const old = new Date(now.getTime() - most.days * 86_400_000).toISOString().slice(0, 10);
      await db.delete(nights).where(lt(nights.day, old));
    }
    if (passphrase !== undefined && (await begins(day!, 'backup'))) {
      await backups.nightly(passphrase);
      await done(day!, 'backup');
    }
  };
  return {
    async look(now = new Date()) {
      if (looking) return;
      looking = true;
      try {
        await work(now);
      } catch (error) {
        report('the work of the night failed', error);
      } finally {
        looking = false;
      }
    },
  };
}

/** What differs now and a while later. */
async function lasting(deps: Deps, again: number): Promise<Difference[]> {
  const first = await verify(deps);
  if (first.length === 0) return first;
  await pause(again, undefined, { ref: false });
  const same = ({ what, where }: Difference): string => `${what} ${where}`;
  const before = new Set(first.map(same));
  return (await verify(deps)).filter((each) => before.has(same(each)));
}

/** What the last verification found; null before the first. */
export async function lastVerified({ db }: Pick<Deps, 'db'>): Promise<{
  readonly at: Date;
  readonly count: number;
  readonly found: readonly Difference[];
} | null> {
  const [row] = await db
    .select()
    .from(nights)
    .where(and(eq(nights.work, 'verify'), isNotNull(nights.doneAt)))
    .orderBy(desc(nights.day))
    .limit(1);
  return row ? { at: row.doneAt!, count: row.count ?? 0, found: row.found ?? [] } : null;
}
