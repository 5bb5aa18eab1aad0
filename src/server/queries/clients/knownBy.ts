import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { clients, clientWords } from '#server/database/schema/clients';
import { and, eq, ilike, inArray, or, type SQL } from 'drizzle-orm';

const like = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** Shorter words have no part that the index knows: most clients have them, so that a page is soon full without it. */
const leastIndexed = 3;

/** A word in what is known of a client, or a number of a booking of theirs. */
function saidOf(db: Database, word: string): SQL {
  const said = ilike(clientWords(clients), like(word));
  const booked = db.select({ id: bookings.clientId }).from(bookings).where(eq(bookings.number, word.toUpperCase()));
  if (word.length < leastIndexed) return or(said, inArray(clients.id, booked))!;
  // Asked for together they would be looked for in every client there is.
  const named = db.select({ id: clients.id }).from(clients).where(said);
  return inArray(clients.id, named.union(booked));
}

/** Every word must be found. */
export const knownBy = (db: Database, search: string): SQL | undefined =>
  and(
    ...search
      .trim()
      .split(/\s+/)
      .filter(Boolean)
      .map((word) => saidOf(db, word)),
  );
