import { world } from '#world/cardNetwork/tables';
import type { FaultSettings } from '#world/faults/faults';
import { integer, jsonb } from 'drizzle-orm/pg-core';

/** One row, once somebody has switched faults on or off: all processes of an installation have the same. */
export const standInFaults = world.table('faults', {
  id: integer().primaryKey().default(1),
  /** One more with each change. */
  edition: integer().notNull(),
  settings: jsonb().$type<FaultSettings>().notNull(),
});
