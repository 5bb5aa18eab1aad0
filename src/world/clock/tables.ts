import type { Instant } from '#core/calendar/instant';
import { world } from '#world/cardNetwork/tables';
import { integer, text } from 'drizzle-orm/pg-core';

/** One row where the clock stands still and is moved by hand; none where it is the real one. */
export const standInClock = world.table('clock', {
  id: integer().primaryKey().default(1),
  at: text().$type<Instant>().notNull(),
});
