import type { Database } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { user } from '#server/database/schema/signIn';
import { asc } from 'drizzle-orm';

/**
 * Ids of people who can sign in and whom nothing of the business lists: not its first owner, nor among those who are told
 * of what happens. First starts of several at once made some in former versions.
 */
export async function unlistedPeople(db: Database): Promise<string[]> {
  const [owner] = await db.select({ told: business.told }).from(business);
  if (!owner) return [];
  const listed = new Set(owner.told.map(({ email }) => email.toLowerCase()));
  const people = await db.select().from(user).orderBy(asc(user.createdAt), asc(user.id));
  const known = people.filter(({ email }) => listed.has(email.toLowerCase()));
  // Where nobody is told of anything, the first is the owner.
  const kept = new Set(known.length > 0 ? known : people.slice(0, 1));
  return people.filter((person) => !kept.has(person)).map(({ id }) => id);
}
