import { bytes, instant } from '#server/database/schema/columns';
import { integer, pgTable, text } from 'drizzle-orm/pg-core';

/** Pictures, made anew from what was uploaded, and documents to hand out. The id cannot be guessed. */
export const files = pgTable('files', {
  id: text().primaryKey(),
  type: text().notNull(),
  name: text().notNull(),
  content: bytes().notNull(),
  width: integer(),
  height: integer(),
  madeAt: instant().notNull(),
});
