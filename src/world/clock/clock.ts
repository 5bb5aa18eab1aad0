import { type Instant, instantOfSeconds } from '#core/calendar/instant';
import type { Clock } from '#server/ports';
import { standInClock } from '#world/clock/tables';
import type { WorldDatabase } from '#world/database';
import { eq, gt, isNull, lt, or, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';

export interface StandInClock extends Clock {
  /** Whether it stands still until it is moved. */
  standing(): boolean;
  /** Moves it, or makes the real clock a standing one. Never backwards. */
  moveTo(at: Instant): Promise<void>;
  /** Takes over what another process has moved. */
  refresh(): Promise<void>;
  /** Becomes, or stays, the one process that moves it. @returns false while another one does */
  takeHand(): Promise<boolean>;
  giveHand(): Promise<void>;
}

/** A process that moves it and was not seen for so long has died. */
const handSeconds = 60;

/** The clock of this installation: the real one, until it is told to stand. */
export async function openClock(db: WorldDatabase): Promise<StandInClock> {
  let standingAt: Instant | null = null;
  const mover = randomUUID();
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
      // Forward only, whatever another process has moved it to since this one looked.
      const forward = sql`greatest(${standInClock.at}, excluded.at)`;
      const [row] = await db
        .insert(standInClock)
        .values({ at })
        .onConflictDoUpdate({ target: standInClock.id, set: { at: forward } })
        .returning({ at: standInClock.at });
      standingAt = row!.at;
    },
    async takeHand() {
      const [row] = await db
        .update(standInClock)
        .set({ mover, seenAt: sql`now()` })
        .where(
          or(
            isNull(standInClock.mover),
            eq(standInClock.mover, mover),
            lt(standInClock.seenAt, sql`now() - make_interval(secs => ${handSeconds})`),
            gt(standInClock.seenAt, sql`now() + interval '5 seconds'`),
          ),
        )
        .returning({ at: standInClock.at });
      if (row) standingAt = row.at;
      return row !== undefined;
    },
    async giveHand() {
      await db.update(standInClock).set({ mover: null, seenAt: null }).where(eq(standInClock.mover, mover));
    },
  };
}
