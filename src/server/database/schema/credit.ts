import type { BillData } from '#core/invoices/party';
import { requestFactsRead } from '#core/factCodec/readFact';
import type { VoucherPurpose } from '#core/credit/voucherPurpose';
import type { VoucherOrder } from '#core/credit/voucherOrder';
import { allShown, type WaysShown } from '#core/paymentMethods/ways';
import type { ProcessorAnswer } from '#core/payments/answer';
import { plainPaper, type RequestPaper } from '#core/paymentRequests/requestPaper';
import type { Minor } from '#core/money/minor';
import { bookings } from '#server/database/schema/bookings';
import { payAccounts } from '#server/database/schema/ways';
import type { CardUsed } from '#core/payments/processorCall';
import { clients } from '#server/database/schema/clients';
import { instant, money, factColumn } from '#server/database/schema/columns';
import { wordsId } from '#server/database/schema/words';
import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  bigserial,
  check,
  index,
  jsonb,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/** Money asked for without a booking. What comes waits as the client's credit. */
export const paymentRequests = pgTable(
  'payment_requests',
  {
    id: text().primaryKey(),
    number: text().notNull().unique(),
    requestKey: text().notNull().unique(),
    clientId: text()
      .notNull()
      .references(() => clients.id),
    note: text().notNull(),
    currency: text().notNull(),
    /** The sum asked for; null where the payer chooses one. */
    amount: money(),
    smallest: money(),
    /** What is hidden for this request, and the account that it goes through. */
    ways: jsonb().$type<WaysShown>().notNull().default(allShown),
    madeAt: instant().notNull(),
    expiresAt: instant(),
    withdrawnAt: instant(),
    /** A gift voucher that is made when it is paid; null: what comes is the client's credit. */
    voucher: jsonb().$type<VoucherOrder>(),
    /** Lines, reference, terms and the like. */
    paper: jsonb().$type<RequestPaper>().notNull().default(plainPaper),
    /** For whom its documents are, where the payer said so; null: as the client has it. */
    bill: jsonb().$type<BillData>(),
    /** The booking that it was made from, if any: what it is about, not what it pays. */
    bookingId: text().references((): AnyPgColumn => bookings.id),
  },
  (table) => [index().on(table.bookingId), index().on(table.clientId)],
);

/** What happened to a payment request: sent, opened, paid, sold. Rows are never changed or deleted. */
export const requestFacts = pgTable(
  'request_facts',
  {
    id: text().primaryKey(),
    /** The order in which they were told, also within one moment. */
    seq: bigserial({ mode: 'number' }).notNull(),
    requestId: text()
      .notNull()
      .references(() => paymentRequests.id),
    fact: factColumn(requestFactsRead).notNull(),
    wordsId: wordsId(),
    at: instant().notNull(),
  },
  (table) => [
    index().on(table.requestId, table.at),
    index('request_dispute')
      .on(sql`(${table.fact}->>'dispute')`)
      .where(sql`${table.fact}->>'dispute' is not null`),
  ],
);

/** Links to payment requests: one that was sent, one that was copied. Only hashes are kept. */
export const requestLinks = pgTable('request_links', {
  hash: text().primaryKey(),
  requestId: text()
    .notNull()
    .references(() => paymentRequests.id),
  via: text({ enum: ['message', 'link'] }).notNull(),
});

/** A card payment of a request: committed before the call, answered once. The id is the idempotency key. */
export const requestPayments = pgTable(
  'request_payments',
  {
    id: text().primaryKey(),
    requestId: text()
      .notNull()
      .references(() => paymentRequests.id),
    attempt: text().notNull(),
    card: jsonb().$type<CardUsed>().notNull(),
    payer: text().notNull(),
    via: text({ enum: ['message', 'link'] }).notNull(),
    amount: money().notNull(),
    tip: money()
      .notNull()
      .default(0 as Minor),
    accountId: text()
      .notNull()
      .references(() => payAccounts.id),
    state: text({ enum: ['open', 'waiting', 'onTheWay', 'approved', 'declined'] }).notNull(),
    answer: jsonb().$type<ProcessorAnswer>(),
    madeAt: instant().notNull(),
    calledAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex().on(table.requestId, table.attempt),
    uniqueIndex('one_open_request_payment')
      .on(table.requestId)
      .where(sql`${table.state} in ('open', 'waiting', 'onTheWay')`),
    index('answered_request_reference').on(sql`(${table.answer}->>'reference')`),
    check('sum_above_zero', sql`${table.amount} > 0`),
  ],
);

/** Money that waits as a client's credit; less than zero where a bank sent it back. What is used of it is read from the facts of their bookings. */
export const creditReceipts = pgTable(
  'credit_receipts',
  {
    id: text().primaryKey(),
    clientId: text()
      .notNull()
      .references(() => clients.id),
    requestId: text().references(() => paymentRequests.id),
    amount: money().notNull(),
    currency: text().notNull(),
    method: text({ enum: ['card', 'debit', 'cash', 'transfer', 'cheque'] }).notNull(),
    payer: text().notNull().default(''),
    at: instant().notNull(),
  },
  (table) => [
    index().on(table.clientId, table.currency),
    index().on(table.requestId),
    index().on(table.at),
    check('credit_not_zero', sql`${table.amount} <> 0`),
  ],
);

/** Gift vouchers. Only the hash of a code is kept, with its last letters to tell it by. */
export const vouchers = pgTable(
  'vouchers',
  {
    id: text().primaryKey(),
    requestKey: text().notNull().unique(),
    hash: text().notNull().unique(),
    ending: text().notNull(),
    amount: money().notNull(),
    currency: text().notNull(),
    method: text({ enum: ['cash', 'transfer', 'cheque', 'card'] }).notNull(),
    buyer: text().notNull(),
    soldAt: instant().notNull(),
    expiresAt: instant(),
    /** Bought on the booking page: the request that it was paid by, and to whom it is sent when. */
    requestId: text()
      .unique()
      .references(() => paymentRequests.id),
    order: jsonb().$type<VoucherOrder>(),
    /** It buys one thing at one rate alone: its tax was owed when it was sold. */
    purpose: jsonb().$type<VoucherPurpose>(),
  },
  (table) => [
    index().on(table.soldAt),
    index('expiring')
      .on(table.expiresAt)
      .where(sql`${table.expiresAt} is not null`),
    check('voucher_above_zero', sql`${table.amount} > 0`),
  ],
);

/** Codes that were sent of vouchers that were bought online, where they differ from the first: the secret was renewed. */
export const voucherCodes = pgTable(
  'voucher_codes',
  {
    hash: text().primaryKey(),
    voucherId: text()
      .notNull()
      .references(() => vouchers.id),
  },
  (table) => [index().on(table.voucherId)],
);

/** Vouchers that have expired, with what of each was then no longer owed. */
export const voucherEnds = pgTable(
  'voucher_ends',
  {
    voucherId: text()
      .primaryKey()
      .references(() => vouchers.id),
    amount: money().notNull(),
    at: instant().notNull(),
  },
  (table) => [check('end_not_below_nothing', sql`${table.amount} >= 0`)],
);
