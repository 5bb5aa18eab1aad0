import type { PersonalData } from '#core/factCodec/personalData';
import type { Database, Tx } from '#server/database/database';
import { words } from '#server/database/schema/words';

/** Keeps what somebody said, apart from the fact that holds its id; null where nothing was said. */
export const keepWords = async (tx: Tx | Database, said: PersonalData | null): Promise<number | null> =>
  (await keepAllWords(tx, [said]))[0]!;

/** The same of several facts, in one statement. @returns the ids in their order */
export async function keepAllWords(
  tx: Tx | Database,
  all: readonly (PersonalData | null)[],
): Promise<(number | null)[]> {
  const some = all.filter((said) => said !== null);
  if (some.length === 0) return all.map(() => null);
  const rows = await tx
    .insert(words)
    .values(some.map((said) => ({ said })))
    .returning({ id: words.id });
  const ids = rows.values();
  return all.map((said) => (said === null ? null : ids.next().value!.id));
}
