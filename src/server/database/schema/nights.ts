import { integer, jsonb, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';

/** What a verification names. */
type Found = { readonly what: string; readonly where: string; readonly kept: unknown; readonly computed: unknown };

/** What is done each night, once among all processes; by the clock of the machines, which no demo moves. */
export const nights = pgTable(
  'nights',
  {
    /** The day of the business's clocks. */
    day: text().notNull(),
    work: text({ enum: ['verify', 'backup'] }).notNull(),
    begunAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    doneAt: timestamp({ withTimezone: true }),
    /** Of a verification: how much differs, and the first of it. */
    count: integer(),
    found: jsonb().$type<readonly Found[]>(),
  },
  (table) => [primaryKey({ columns: [table.day, table.work] })],
);
