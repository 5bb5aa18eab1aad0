import type { Instant } from '#core/calendar/instant';
import { world } from '#world/cardNetwork/tables';
import { integer, text, timestamp } from 'drizzle-orm/pg-core';

/** One row where the clock stands still and is moved by hand; none where it is the real one. */
export const standInClock = world.table('clock', {
  id: integer().primaryKey().default(1),
  at: text().$type<Instant>().notNull(),
  /** The process that is moving it, and when it was last seen doing so, by the database's clock. */
  mover: text(),
  seenAt: timestamp({ withTimezone: true }),
});
