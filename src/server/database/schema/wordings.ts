import { boolean, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';

/** How the owner has a message say it; an occasion without a row has its original wording. */
export const wordings = pgTable('wordings', {
  occasion: text().primaryKey(),
  subject: text().notNull(),
  body: text().notNull(),
  off: boolean().notNull().default(false),
  copyTo: jsonb().$type<readonly string[]>().notNull().default([]),
  edition: integer().notNull().default(1),
});
