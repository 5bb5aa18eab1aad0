import type { DocumentBody, DocumentKind, DocumentRun } from '#core/invoices/document';
import type { MissingForDocument } from '#core/invoices/missing';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { instant, money } from '#server/database/schema/columns';
import { paymentRequests } from '#server/database/schema/credit';
import type { TaxAmount } from '#core/price/taxes';
import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  bigserial,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';

/** Invoices and credit notes as they were issued. A trigger holds that a row is never changed or removed. */
export const documents = pgTable(
  'documents',
  {
    id: text().primaryKey(),
    /** The order of issue over all series. */
    place: bigserial({ mode: 'number' }).notNull(),
    number: text().notNull().unique(),
    series: text().notNull(),
    year: integer().notNull(),
    seq: integer().notNull(),
    kind: text().$type<DocumentKind>().notNull(),
    clientId: text()
      .notNull()
      .references(() => clients.id),
    bookingId: text().references(() => bookings.id),
    requestId: text().references(() => paymentRequests.id),
    /** What it was issued for: one document for each, whoever asks and however often. */
    cause: text().notNull(),
    /** What a person's own request was known by, where one issued it: a repeat finds it. */
    requestKey: text(),
    /** Of a credit: the document that it takes back. */
    creditOf: text().references((): AnyPgColumn => documents.id),
    run: text().$type<DocumentRun>().notNull(),
    currency: text().notNull(),
    total: money().notNull(),
    net: money().notNull(),
    taxes: jsonb().$type<readonly TaxAmount[]>().notNull(),
    payable: money().notNull(),
    issuedAt: instant().notNull(),
    /** The day of the business's clocks. */
    day: text().notNull(),
    dueDay: text(),
    body: jsonb().$type<DocumentBody>().notNull(),
  },
  (table) => [
    uniqueIndex().on(table.series, table.year, table.seq),
    uniqueIndex().on(table.bookingId, table.cause),
    uniqueIndex().on(table.requestId, table.cause),
    index().on(table.clientId),
    index().on(table.creditOf),
    index().on(table.day),
    // The order of its list, of all and of one kind.
    index('documents_in_order').on(table.place),
    index('documents_of_kind').on(table.kind, table.place),
    index('document_numbers').using('gin', table.number.op('gin_trgm_ops')),
    check('document_of_one', sql`num_nonnulls(${table.bookingId}, ${table.requestId}) = 1`),
    check('credit_names_its_document', sql`(${table.kind} = 'credit') = (${table.creditOf} is not null)`),
  ],
);

/** The last number of each series and year: its row is locked in the transaction that issues, so that none is missing. */
export const documentCounters = pgTable(
  'document_counters',
  {
    series: text().notNull(),
    year: integer().notNull(),
    last: integer().notNull(),
    /** Of the last one: a later number is not of an earlier day. */
    day: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.series, table.year] })],
);

/** What should have been issued by itself and could not: what is missing is said to the owner. */
export const documentsHeld = pgTable('documents_held', {
  bookingId: text()
    .primaryKey()
    .references(() => bookings.id),
  missing: jsonb().$type<readonly MissingForDocument[]>().notNull(),
  at: instant().notNull(),
});

/** The same of a payment request. */
export const requestDocumentsHeld = pgTable('request_documents_held', {
  requestId: text()
    .primaryKey()
    .references(() => paymentRequests.id),
  missing: jsonb().$type<readonly MissingForDocument[]>().notNull(),
  at: instant().notNull(),
});
