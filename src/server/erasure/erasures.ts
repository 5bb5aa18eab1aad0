import { actingAs } from '#server/actor/actorNow';
import type { Database } from '#server/database/database';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { erasePerson } from '#server/erasure/erasePerson';
import type { Erasure } from '#server/erasure/erasuresList';
import { asc, isNotNull } from 'drizzle-orm';

/** All clients of a database that were erased, by when. */
export const erasuresOf = async (db: Database): Promise<Erasure[]> =>
  (
    await db
      .select({ clientId: clients.id, at: clients.erasedAt, by: clients.erasedBy })
      .from(clients)
      .where(isNotNull(clients.erasedAt))
      .orderBy(asc(clients.erasedAt), asc(clients.id))
  ).map(({ clientId, at, by }) => ({ clientId, at: at!, by: by! }));

/** Erases anew whom a restored backup has whole, whatever was open with them in its day. @returns how many those were */
export async function replayErasures(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  erased: readonly Erasure[],
): Promise<number> {
  let count = 0;
  for (const erasure of erased) {
    const gone = await actingAs(erasure.by, () => db.transaction((tx) => erasePerson(tx, erasure, clock.now())));
    if (gone) count++;
  }
  return count;
}
