import type { Actor } from '#core/people/actor';
import type { People } from '#core/wording/actorWords';
import type { Database } from '#server/database/database';
import { user } from '#server/database/schema/signIn';
import { inArray } from 'drizzle-orm';

/** The names of those of the business who did something. */
export async function peopleIn(db: Database, done: readonly { readonly actor: Actor }[]): Promise<People> {
  const ids = new Set(done.flatMap(({ actor }) => (actor.kind === 'person' && actor.id !== null ? [actor.id] : [])));
  if (ids.size === 0) return {};
  const rows = await db
    .select({ id: user.id, name: user.name })
    .from(user)
    .where(inArray(user.id, [...ids]));
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}
