import type { Recorded } from '#core/people/actor';
import type { Fact } from '#core/bookings/facts';
import { bookingFactsRead } from '#core/factCodec/readFact';
import type { PersonalData } from '#core/factCodec/personalData';
import type { Database, Tx } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { words } from '#server/database/schema/words';
import { asc, type Column, eq, inArray, type SQL, sql } from 'drizzle-orm';

/** What happened to each of these bookings, in the order in which it was recorded, with the words of whoever said some. */
export async function factsOfAll(
  db: Database | Tx,
  ids: readonly string[],
): Promise<ReadonlyMap<string, readonly Recorded<Fact>[]>> {
  const found = new Map<string, Recorded<Fact>[]>(ids.map((id) => [id, []]));
  if (ids.length === 0) return found;
  const rows = await db
    .select({ bookingId: facts.bookingId, fact: facts.fact, said: words.said })
    .from(facts)
    .leftJoin(words, eq(words.id, facts.wordsId))
    .where(ids.length === 1 ? eq(facts.bookingId, ids[0]!) : inArray(facts.bookingId, [...ids]))
    .orderBy(asc(facts.seq));
  for (const { bookingId, fact, said } of rows) found.get(bookingId)!.push(bookingFactsRead.whole(fact, said));
  return found;
}

/** What happened, as JSON: facts, and what was said with them. */
export type ToldJson = readonly (readonly [fact: unknown, said: PersonalData | null])[];

/** What happened to the booking of a row, within the statement that reads the row. */
export const factsWithin = (bookingId: Column): SQL<ToldJson> =>
  sql`(select coalesce(json_agg(json_build_array(${facts.fact}, ${words.said}) order by ${facts.seq}), '[]')
       from ${facts} left join ${words} on ${words.id} = ${facts.wordsId} where ${facts.bookingId} = ${bookingId})`;

export const factsOfJson = (told: ToldJson): readonly Recorded<Fact>[] =>
  told.map(([fact, said]) => bookingFactsRead.whole(bookingFactsRead.bare(fact), said));
