import type { Account } from '#core/books/journal/entry';
import type { PlainDate } from '#core/calendar/days';
import { instant, money } from '#server/database/schema/columns';
import { bookings } from '#server/database/schema/bookings';
import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  index,
  integer,
  pgTable,
  pgView,
  primaryKey,
  text,
} from 'drizzle-orm/pg-core';

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
    /** The version of the posting rules that it was made under. */
    rules: integer().notNull().default(1),
    /** The day of the business's clocks on which it is booked: the first open one, where its own is closed. */
    day: text().$type<PlainDate>().notNull(),
    /** What it is of, where that is no booking: a request, a voucher or a payout, by its number or id. */
    about: text().notNull().default(''),
  },
  (table) => [
    index().on(table.bookingId),
    index().on(table.at),
    index().on(table.day, table.seq),
    index('entries_about')
      .on(table.about)
      .where(sql`${table.about} <> ''`),
  ],
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
    /** That of its entry. */
    day: text().$type<PlainDate>().notNull(),
    /** Of a line of tax: its code, and the base with the sign of the sum. */
    taxCode: text(),
    taxBase: money(),
    /** Of what a processor collects, pays out or takes as its fee: whose account it is; empty where it is not known. */
    processor: text().notNull().default(''),
  },
  (table) => [
    primaryKey({ columns: [table.entrySeq, table.line] }),
    // With the sum, so that what moved by day is read from the index alone.
    index('moved_by_day').on(table.account, table.currency, table.day, table.amount),
    index('lines_of_account').on(table.account, table.day, table.entrySeq),
    // Those of before processors stood apart, of which each start asks: few, and no new ones.
    index('lines_without_processor')
      .on(table.entrySeq)
      .where(sql`${table.processor} = '' and ${table.account} in ('assets:card clearing', 'expenses:processor fees')`),
  ],
);

/**
 * The balance of each account: what its lines add up to. A view, so that no two transactions wait for each other over a
 * row that all of them change; a sum over one account reads its own lines alone.
 */
export const accountBalances = pgView('account_balances', {
  account: text().$type<Account>().notNull(),
  currency: text().notNull(),
  balance: money().notNull(),
}).as(sql`select account, currency, sum(amount)::bigint as balance from journal_lines group by account, currency`);

/**
 * What the lines of all entries up to `journalSummed` add up to, by account and month: so that nobody adds up the years
 * before. Written now and then by one process, past those who book, and not with each entry.
 */
export const journalSums = pgTable(
  'journal_sums',
  {
    account: text().$type<Account>().notNull(),
    processor: text().notNull(),
    currency: text().notNull(),
    /** Year and month, as `2027-05`. */
    month: text().notNull(),
    amount: money().notNull(),
  },
  (table) => [primaryKey({ columns: [table.account, table.currency, table.processor, table.month] })],
);

/** Up to which entry it is summed up: one row, or none where nothing was yet. */
export const journalSummed = pgTable(
  'journal_summed',
  {
    one: boolean().primaryKey().default(true),
    until: bigint({ mode: 'number' }).notNull(),
  },
  (table) => [check('one_row', sql`${table.one}`)],
);

/** Bookings of which deposits were owed by the entries up to there. */
export const owingBookings = pgTable('owing_bookings', {
  bookingId: text()
    .primaryKey()
    .references(() => bookings.id),
});

/** Cash as it was counted: what the books said then, what was there, and what was booked as over or short. */
export const tillCounts = pgTable(
  'till_counts',
  {
    id: text().primaryKey(),
    requestKey: text().notNull().unique(),
    at: instant().notNull(),
    day: text().$type<PlainDate>().notNull(),
    currency: text().notNull(),
    expected: money().notNull(),
    counted: money().notNull(),
    note: text().notNull().default(''),
  },
  (table) => [index().on(table.day), check('counted_not_negative', sql`${table.counted} >= 0`)],
);
