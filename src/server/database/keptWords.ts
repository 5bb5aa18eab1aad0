import type { Said } from '#core/kept/words';
import type { Database, Tx } from '#server/database/database';
import { words } from '#server/database/schema/words';

/** Keeps what somebody said, apart from the fact that holds its id; null where nothing was said. */
export async function keepWords(tx: Tx | Database, said: Said | null): Promise<number | null> {
  if (said === null) return null;
  const [row] = await tx.insert(words).values({ said }).returning({ id: words.id });
  return row!.id;
}
