import type { LetterFacts } from '#core/wording/letterFacts';
import type { Actor } from '#core/people/actor';
import type { WantedRequestErrand } from '#core/paymentRequests/requestDue';
import type { WantedJob, WantedVoucherJob } from '#core/jobs/wantedJobs';
import type { WantedQuoteJob } from '#core/jobs/wantedQuoteJobs';
import { failureKinds } from '#contracts/failures/failures';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { ProcessorCall } from '#core/payments/processorCall';
import type { ProcessorEvent } from '#server/ports';
import { instant, money } from '#server/database/schema/columns';
import { bookings } from '#server/database/schema/bookings';
import { quotes } from '#server/database/schema/quotes';
import { paymentRequests, vouchers } from '#server/database/schema/credit';
import { deviceCodes } from '#server/database/schema/clients';
import { payAccounts } from '#server/database/schema/ways';
import { sql } from 'drizzle-orm';
import {
  bigserial,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/**
 * What the outside world is asked for. Committed before the call; answered once, by the call or by the event that the
 * processor sends, whichever comes first. The id is the idempotency key.
 */
export const intents = pgTable(
  'intents',
  {
    id: text().primaryKey(),
    bookingId: text()
      .notNull()
      .references(() => bookings.id),
    /** Why there is one: the errand's key, the client's attempt. Makes a repeat harmless. */
    cause: text().notNull(),
    request: jsonb().$type<ProcessorCall>().notNull(),
    amount: money().notNull(),
    /** The processor's account that is asked. */
    accountId: text()
      .notNull()
      .references(() => payAccounts.id),
    state: text({ enum: ['open', 'waiting', 'onTheWay', 'approved', 'declined'] }).notNull(),
    answer: jsonb().$type<ProcessorAnswer>(),
    /** Who wanted it: what comes of it is theirs, whenever and however the answer comes. Null: not kept yet. */
    actor: jsonb().$type<Actor>(),
    madeAt: instant().notNull(),
    answeredAt: instant(),
    /** Real time of the last call, for recovery after a crash. */
    calledAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex().on(table.bookingId, table.cause),
    // Two tabs, a double click: one payment of a booking at a time.
    uniqueIndex('one_open_payment')
      .on(table.bookingId)
      .where(sql`${table.state} in ('open', 'waiting') and ${table.request}->>'kind' in ('pay', 'charge', 'counter')`),
    index()
      .on(table.state)
      .where(sql`${table.state} = 'open'`),
    // Few at any moment, of all that ever were.
    index('under_way')
      .on(table.bookingId)
      .where(sql`${table.state} in ('open', 'waiting')`),
    index('answered_reference').on(sql`(${table.answer}->>'reference')`),
    check('amount_not_negative', sql`${table.amount} >= 0`),
  ],
);

/** What Ostendo will do by itself, and has done. Rewritten with the plan; a key is carried out once. */
export const jobs = pgTable(
  'errands',
  {
    id: text().primaryKey(),
    /** Of a booking, of a quote, or of a voucher that is to be sent. */
    bookingId: text().references(() => bookings.id),
    quoteId: text().references(() => quotes.id),
    voucherId: text().references(() => vouchers.id),
    /** Of a payment request that has its day. */
    requestId: text().references(() => paymentRequests.id),
    key: text().notNull(),
    kind: text().notNull(),
    at: instant().notNull(),
    errand: jsonb().$type<WantedJob | WantedQuoteJob | WantedVoucherJob | WantedRequestErrand>().notNull(),
    state: text({ enum: ['waiting', 'claimed', 'done', 'dropped', 'failed'] }).notNull(),
    tries: integer().notNull().default(0),
    /** By the database's clock: a claim that was not finished is taken again, a failed try repeated, `pause` seconds later. */
    triedAt: timestamp({ withTimezone: true }),
    pause: integer().notNull().default(0),
    error: text(),
    doneAt: instant(),
  },
  (table) => [
    uniqueIndex().on(table.bookingId, table.key),
    uniqueIndex().on(table.quoteId, table.key),
    uniqueIndex().on(table.voucherId, table.key),
    uniqueIndex().on(table.requestId, table.key),
    check(
      'errand_of_one',
      sql`num_nonnulls(${table.bookingId}, ${table.quoteId}, ${table.voucherId}, ${table.requestId}) = 1`,
    ),
    // In the order in which they are claimed.
    index('due_errands')
      .on(table.at, table.key)
      .where(sql`${table.state} in ('waiting', 'claimed')`),
    index('failed_errands')
      .on(table.at)
      .where(sql`${table.state} = 'failed'`),
    index().on(table.doneAt),
  ],
);

/** Everything that leaves by mail, the outbox: committed with its cause, then handed to the mailbox, in order for each address. */
export const messages = pgTable(
  'messages',
  {
    id: text().primaryKey(),
    seq: bigserial({ mode: 'number' }).notNull(),
    /** Of a booking, a quote, a payment request, a voucher, a device's code, or to the owner, leading to a page of theirs. */
    bookingId: text().references(() => bookings.id),
    quoteId: text().references(() => quotes.id),
    requestId: text().references(() => paymentRequests.id),
    voucherId: text().references(() => vouchers.id),
    codeId: text().references(() => deviceCodes.id),
    path: text(),
    cause: text().notNull(),
    occasion: text().notNull(),
    recipient: text().notNull(),
    recipientName: text().notNull().default(''),
    copyTo: jsonb().$type<readonly string[]>().notNull().default([]),
    /** Whom its link is for: the client, a payer, a signatory of a quote; null where it leads to the owner's own page. */
    linkFor: text(),
    subject: text().notNull(),
    body: jsonb().$type<readonly string[]>().notNull(),
    /** What it says of its booking besides, as it stood when it was written; null where it says nothing of one. */
    facts: jsonb().$type<LetterFacts>(),
    /** `failed`: given up, and shown on Today. */
    state: text({ enum: ['outgoing', 'sent', 'failed'] }).notNull(),
    tries: integer().notNull().default(0),
    /** How often a server had it whole and did not answer. */
    unsure: integer().notNull().default(0),
    /** By the database's clock, as for errands. */
    triedAt: timestamp({ withTimezone: true }),
    pause: integer().notNull().default(0),
    /** How the last try failed. */
    error: text({ enum: ['refused', 'unsure', 'later'] }),
    madeAt: instant().notNull(),
    sentAt: instant(),
  },
  (table) => [
    uniqueIndex().on(table.bookingId, table.cause),
    uniqueIndex().on(table.quoteId, table.cause),
    uniqueIndex().on(table.requestId, table.cause),
    uniqueIndex().on(table.voucherId, table.cause),
    uniqueIndex().on(table.codeId),
    uniqueIndex('one_notice')
      .on(table.cause)
      .where(sql`${table.path} is not null`),
    check(
      'message_of_one',
      sql`num_nonnulls(${table.bookingId}, ${table.quoteId}, ${table.requestId}, ${table.voucherId}, ${table.codeId}, ${table.path}) = 1`,
    ),
    index('outgoing_in_order')
      .on(table.recipient, table.seq)
      .where(sql`${table.state} = 'outgoing'`),
    // In the order in which they are claimed.
    index('outgoing_by_seq')
      .on(table.seq)
      .where(sql`${table.state} = 'outgoing'`),
    index('given_up')
      .on(table.seq)
      .where(sql`${table.state} = 'failed'`),
    index().on(table.madeAt),
  ],
);

/** Events of the processor that were taken in: a repeat finds its id here. */
export const processorEvents = pgTable(
  'processor_events',
  {
    id: text().primaryKey(),
    type: text().notNull(),
    takenAt: instant().notNull(),
    /** Of what is not known here yet: kept whole until it is. */
    event: jsonb().$type<ProcessorEvent>(),
    accountId: text(),
  },
  (table) => [
    index('kept_events')
      .on(table.takenAt)
      .where(sql`${table.event} is not null`),
  ],
);

/**
 * What did not get through: how often a call was tried and how it failed, for what keeps no tries of its own; and what
 * its owner has given up, with the reason. A row says nothing once its subject has got through.
 */
export const troubles = pgTable(
  'troubles',
  {
    kind: text({ enum: failureKinds }).notNull(),
    /** Its id; of an access that is not renewed, the account and until when it is good. */
    subject: text().notNull(),
    since: instant().notNull(),
    tries: integer().notNull().default(0),
    error: text(),
    /** Real time of the first failure: a standing clock says nothing of how long it lasts. */
    firstAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    givenUpAt: instant(),
    reason: text(),
    actor: jsonb().$type<Actor>(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.subject] })],
);

/** Payouts of the processor as it announced them. */
/** One row: the edition of what is derived of facts that the rows of this database are of (`bringForward`). */
export const derivations = pgTable('derivations', {
  id: integer().primaryKey().default(1),
  edition: integer().notNull(),
});

export const payouts = pgTable(
  'payouts',
  {
    id: text().primaryKey(),
    at: instant().notNull(),
    currency: text().notNull(),
    gross: money().notNull(),
    fee: money().notNull(),
    payments: jsonb().$type<{ reference: string; amount: number; fee: number }[]>().notNull(),
    /** Who paid it out. */
    processor: text().notNull().default(''),
    /** When the owner saw it in the bank; until then it is under way. */
    bankedAt: instant(),
  },
  (table) => [index().on(table.at)],
);
