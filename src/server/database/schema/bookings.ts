import type { BillData } from '#core/invoices/party';
import { bookingFactsRead } from '#core/factCodec/readFact';
import type { BookingStage } from '#core/bookings/stage';
import type { Decision } from '#core/bookings/decisions';
import type { PriceInput } from '#core/price/price';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Terms } from '#core/terms/terms';
import type { Strip } from '#core/bookings/strip';
import { instant, money, factColumn } from '#server/database/schema/columns';
import { services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { wordsId } from '#server/database/schema/words';
import { type SQL, sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  bigserial,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/** What was agreed, as it was agreed: it does not follow later changes of terms, services or prices. */
export const bookings = pgTable(
  'bookings',
  {
    id: text().primaryKey(),
    number: text().notNull().unique(),
    clientId: text()
      .notNull()
      .references((): AnyPgColumn => clients.id),
    serviceId: text()
      .notNull()
      .references(() => services.id),
    title: text().notNull(),
    currency: text().notNull(),
    timeZone: text().notNull(),
    agreed: text().$type<WallTime>().notNull(),
    startsAt: text().$type<WallTime>().notNull(),
    endsAt: text().$type<WallTime>().notNull(),
    price: jsonb().$type<PriceInput>().notNull(),
    total: money().notNull(),
    tax: money().notNull(),
    termsId: text().notNull(),
    termsVersion: integer().notNull(),
    terms: jsonb().$type<Terms>().notNull(),
    /** Sent with the request that made it, so that a repeat makes no second one. */
    requestKey: text().notNull().unique(),
    /** Paid on the client's house account, after the service. */
    onAccount: boolean().notNull().default(false),
    /** Whether its online payments are real; null while none was tried. */
    mode: text({ enum: ['test', 'live'] }),
    /** For whom its documents are, where that was said of this booking; null: as the client has it. */
    bill: jsonb().$type<BillData>(),
    /** How many units or seats it takes. */
    count: integer().notNull().default(1),
  },
  (table) => [
    index().on(table.clientId),
    // What overlaps some days: from either end, whichever leaves less to look at.
    index('from_day').on(table.startsAt, table.endsAt),
    index('until_day').on(table.endsAt, table.startsAt),
    index('on_account')
      .on(table.clientId)
      .where(sql`${table.onAccount}`),
    check('some_count', sql`${table.count} >= 1`),
    check('total_not_negative', sql`${table.total} >= 0 and ${table.tax} >= 0`),
    check('end_not_before_start', sql`${table.endsAt} >= ${table.startsAt}`),
  ],
);

/** What happened, in the order in which it was recorded. Rows are never changed or deleted. */
export const facts = pgTable(
  'facts',
  {
    seq: bigserial({ mode: 'number' }).primaryKey(),
    bookingId: text()
      .notNull()
      .references(() => bookings.id),
    fact: factColumn(bookingFactsRead).notNull(),
    wordsId: wordsId(),
    at: instant().notNull(),
  },
  (table) => [
    index().on(table.bookingId, table.seq),
    index().on(table.at),
    // What events and vouchers are found by.
    index('placed_authorisation')
      .on(sql`(${table.fact}->>'authorisation')`)
      .where(sql`${table.fact}->>'kind' in ('holdPlaced', 'paymentAuthorised')`),
    index('used_voucher')
      .on(sql`(${table.fact}->>'voucherId')`)
      .where(sql`${table.fact}->>'voucherId' is not null`),
    index('told_dispute')
      .on(sql`(${table.fact}->>'disputeId')`)
      .where(sql`${table.fact}->>'disputeId' is not null`),
    index('begun_disputes')
      .on(table.at)
      .where(sql`${table.fact}->>'kind' in ('disputeAsked', 'disputeOpened')`),
    // The few facts that move credit, so that nobody reads all of them for it.
    index('moves_credit')
      .on(table.bookingId)
      .where(
        sql`${table.fact}->>'method' = 'credit' or (${table.fact}->>'kind' = 'delivered' and ${table.fact}->'taxes' is null and (${table.fact}->>'received')::bigint > (${table.fact}->>'total')::bigint) or (${table.fact}->>'kind' = 'closedOut' and (${table.fact}->>'over')::bigint > 0)`,
      ),
  ],
);

/** Neither closed, cancelled nor lapsed, or with something still late: an index and the lists that use it say it alike. */
export const openBookings = ({ stage, late }: { readonly stage: AnyPgColumn; readonly late: AnyPgColumn }): SQL =>
  sql`(${stage} not in ('closed', 'cancelled', 'lapsed') or ${late} > 0)`;

/** What a list sorts and filters by, written in the transaction of each fact; `verify` recomputes every row. */
export const summaries = pgTable(
  'summaries',
  {
    bookingId: text()
      .primaryKey()
      .references(() => bookings.id),
    stage: text().$type<BookingStage>().notNull(),
    startAt: instant().notNull(),
    endAt: instant().notNull(),
    total: money().notNull(),
    received: money().notNull(),
    outstanding: money().notNull(),
    dueNow: money().notNull(),
    late: money().notNull(),
    held: money().notNull(),
    nextAt: instant(),
    nextAmount: money(),
    nextName: text(),
    decideBy: instant(),
    decisions: jsonb().$type<Decision[]>().notNull(),
    strip: jsonb().$type<Strip>().notNull(),
    currency: text().notNull(),
    search: text().notNull(),
  },
  (table) => [
    index().on(table.decideBy),
    // The orders of a list, each with what makes it a whole one: a page far on is found in the index alone.
    index('by_start').on(table.startAt, table.bookingId),
    index('by_start_in_stage').on(table.stage, table.startAt, table.bookingId),
    index('by_total').on(table.total, table.bookingId),
    index('by_outstanding').on(table.outstanding, table.bookingId),
    index('by_next').on(table.nextAt, table.bookingId),
    index('by_next_backwards').on(table.nextAt.desc().nullsLast(), table.bookingId),
    // What most lists are of: few, however long the business has been there.
    index('open_bookings').on(table.startAt).where(openBookings(table)),
    index('late_bookings')
      .on(table.startAt)
      .where(sql`${table.late} > 0`),
    index('held_now')
      .on(table.currency)
      .where(sql`${table.held} > 0`),
    index('search_words').using('gin', table.search.op('gin_trgm_ops')),
    check('received_not_negative', sql`${table.received} >= 0`),
  ],
);

/** The parts of all plans that are still to be paid, and the covers of all holds: what the horizon draws. */
export const dueParts = pgTable(
  'due_parts',
  {
    bookingId: text()
      .notNull()
      .references(() => bookings.id),
    part: integer().notNull(),
    name: text().notNull(),
    dueAt: instant().notNull(),
    left: money().notNull(),
    state: text().notNull(),
    currency: text().notNull(),
  },
  (table) => [uniqueIndex().on(table.bookingId, table.part), index().on(table.dueAt)],
);

export const covers = pgTable(
  'covers',
  {
    bookingId: text()
      .primaryKey()
      .references(() => bookings.id),
    amount: money().notNull(),
    fromAt: instant().$type<Instant>().notNull(),
    untilAt: instant().notNull(),
    gapFrom: instant(),
    inForce: integer().notNull(),
    currency: text().notNull(),
  },
  (table) => [index().on(table.untilAt)],
);
