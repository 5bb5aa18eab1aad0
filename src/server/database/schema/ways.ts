import { instant } from '#server/database/schema/columns';
import { bigserial, index, pgTable, text } from 'drizzle-orm/pg-core';

/** Accounts at processors that the owner has connected. One that is disconnected stays: money can still go back over it. */
export const payAccounts = pgTable(
  'pay_accounts',
  {
    id: text().primaryKey(),
    /** The order in which they were connected. */
    seq: bigserial({ mode: 'number' }).notNull(),
    provider: text().notNull(),
    name: text().notNull(),
    way: text({ enum: ['card', 'debit', 'reader'] }).notNull(),
    mode: text({ enum: ['test', 'live'] }).notNull(),
    currency: text().notNull(),
    /** The account as its processor names it. */
    reference: text().notNull().unique(),
    /** What requests carry; it runs out and is renewed before. */
    access: text().notNull(),
    accessUntil: instant().notNull(),
    /** When renewing failed last, since it last went through. */
    failedAt: instant(),
    connectedAt: instant().notNull(),
    disconnectedAt: instant(),
  },
  (table) => [index().on(table.accessUntil)],
);

/** A connection that the owner began and has not come back from yet. */
export const connecting = pgTable('connecting', {
  /** Comes back with the processor's answer, so that nobody else's answer is taken. */
  state: text().primaryKey(),
  provider: text().notNull(),
  mode: text({ enum: ['test', 'live'] }).notNull(),
  currency: text().notNull(),
  madeAt: instant().notNull(),
  accountId: text().references(() => payAccounts.id),
});
