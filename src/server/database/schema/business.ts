import type { Terms } from '#core/terms/terms';
import type { Decimal } from '#core/money/decimal';
import { instant } from '#server/database/schema/columns';
import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';

/** One row: the business that this installation belongs to. */
export const business = pgTable('business', {
  id: integer().primaryKey().default(1),
  name: text().notNull(),
  line: text().notNull().default(''),
  email: text().notNull(),
  timeZone: text().notNull(),
  currency: text().notNull(),
  taxRate: text().$type<Decimal>().notNull(),
  lastNumber: integer().notNull().default(0),
  lastReceipt: integer().notNull().default(0),
});

export const terms = pgTable('terms', {
  id: text().primaryKey(),
  name: text().notNull(),
});

export const termsVersions = pgTable(
  'terms_versions',
  {
    termsId: text()
      .notNull()
      .references(() => terms.id),
    version: integer().notNull(),
    rules: jsonb().$type<Terms>().notNull(),
    madeAt: instant().notNull(),
  },
  (table) => [primaryKey({ columns: [table.termsId, table.version] })],
);

export const serviceKinds = ['appointment', 'rental', 'event', 'project'] as const;

export const services = pgTable('services', {
  id: text().primaryKey(),
  name: text().notNull(),
  kind: text({ enum: serviceKinds }).notNull(),
  currency: text().notNull(),
  termsId: text()
    .notNull()
    .references(() => terms.id),
});
