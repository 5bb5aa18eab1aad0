import { type Instant, instantOfSeconds } from '#core/calendar/instant';
import type { Clock } from '#server/ports';
import { standInClock } from '#world/clock/tables';
import type { WorldDatabase } from '#world/database';

export interface StandInClock extends Clock {
  /** Whether it stands still until it is moved. */
  standing(): boolean;
  /** Moves it, or makes the real clock a standing one. Never backwards. */
  moveTo(at: Instant): Promise<void>;
  /** Takes over what another process has moved. */
  refresh(): Promise<void>;
}

/** The clock of this installation: the real one, until it is told to stand. */
export async function openClock(db: WorldDatabase): Promise<StandInClock> {
  let standingAt: Instant | null = null;
  const refresh = async (): Promise<void> => {
    const [row] = await db.select().from(standInClock);
    standingAt = row?.at ?? null;
  };
  await refresh();
  return {
    now: () => standingAt ?? instantOfSeconds(Math.floor(Date.now() / 1000)),
    standing: () => standingAt !== null,
    refresh,
    async moveTo(at) {
      if (standingAt !== null && at < standingAt) return;
      await db.insert(standInClock).values({ at }).onConflictDoUpdate({ target: standInClock.id, set: { at } });
      standingAt = at;
    },
  };
}
