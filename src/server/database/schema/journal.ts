import type { Account } from '#core/journal/entry';
import { instant, money } from '#server/database/schema/columns';
import { bookings } from '#server/database/schema/bookings';
import { bigint, bigserial, index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';

/** Appended with the fact that it records; a correction is a new entry that names the old one. */
export const journalEntries = pgTable(
  'journal_entries',
  {
    seq: bigserial({ mode: 'number' }).primaryKey(),
    at: instant().notNull(),
    bookingId: text().references(() => bookings.id),
    factSeq: bigint({ mode: 'number' }),
    description: text().notNull(),
    corrects: bigint({ mode: 'number' }),
  },
  (table) => [index().on(table.bookingId), index().on(table.at)],
);

/** Debits are positive. A deferred trigger holds that the lines of an entry add up to nothing in each currency. */
export const journalLines = pgTable(
  'journal_lines',
  {
    entrySeq: bigint({ mode: 'number' })
      .notNull()
      .references(() => journalEntries.seq),
    line: integer().notNull(),
    account: text().$type<Account>().notNull(),
    amount: money().notNull(),
    currency: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.entrySeq, table.line] }), index().on(table.account)],
);

/** The running balance of each account, written with each entry; `verify` adds the entries up again. */
export const accountBalances = pgTable(
  'account_balances',
  {
    account: text().$type<Account>().notNull(),
    currency: text().notNull(),
    balance: money().notNull(),
  },
  (table) => [primaryKey({ columns: [table.account, table.currency] })],
);
