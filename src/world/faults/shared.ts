import type { WorldDatabase } from '#world/database';
import type { Faults, FaultSettings } from '#world/faults/faults';
import { standInFaults } from '#world/faults/tables';
import { sql } from 'drizzle-orm';

export type SharedFaults = {
  /** For this process now, for the others at their next look. */
  set(settings: FaultSettings): Promise<void>;
  /** Takes over what another process has set. */
  refresh(): Promise<void>;
};

/** @param begunWith whether this process was begun with faults of its own: those hold until somebody sets others */
export async function shareFaults(db: WorldDatabase, faults: Faults, begunWith: boolean): Promise<SharedFaults> {
  const read = async () => (await db.select().from(standInFaults))[0] ?? null;
  let known = begunWith ? ((await read())?.edition ?? 0) : 0;
  const refresh = async (): Promise<void> => {
    const row = await read();
    if (!row || row.edition === known) return;
    known = row.edition;
    faults.set(row.settings);
  };
  await refresh();
  return {
    async set(settings) {
      const [row] = await db
        .insert(standInFaults)
        .values({ edition: 1, settings })
        .onConflictDoUpdate({
          target: standInFaults.id,
          set: { edition: sql`${standInFaults.edition} + 1`, settings },
        })
        .returning({ edition: standInFaults.edition });
      known = row!.edition;
      faults.set(settings);
    },
    refresh,
  };
}
