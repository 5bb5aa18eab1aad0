import type { BillData } from '#core/invoices/party';
import { quoteFactsRead } from '#core/factCodec/readFact';
import type { Agreement } from '#core/agreements/agreement';
import type { QuoteDraft } from '#core/quotes/draft';
import type { Offer } from '#core/quotes/offer';
import type { SignedDocument } from '#core/quotes/signedDocument';
import type { QuoteState } from '#core/quotes/standing';
import { bookings } from '#server/database/schema/bookings';
import { instant, money, factColumn } from '#server/database/schema/columns';
import { wordsId } from '#server/database/schema/words';
import { bigserial, boolean, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';

/** A quote as it is being written, and what a list sorts by: written in the transaction of each of its facts. */
export const quotes = pgTable(
  'quotes',
  {
    id: text().primaryKey(),
    number: text().notNull().unique(),
    requestKey: text().notNull().unique(),
    draft: jsonb().$type<QuoteDraft>().notNull(),
    /** Goes up with each change of the draft: who writes on an older one is told. */
    edition: integer().notNull().default(1),
    madeAt: instant().notNull(),
    /** When something last happened to it, or was written in it. */
    touchedAt: instant().notNull(),
    state: text().$type<QuoteState>().notNull().default('draft'),
    /** What it asks of the owner: an answer, a signature, a decision after its expiry. */
    wants: text().$type<QuoteWant>(),
    total: money(),
    currency: text(),
    expiresAt: instant(),
    bookingId: text()
      .unique()
      .references(() => bookings.id),
    /** For whom documents of the booking will be, where the reader said so. */
    bill: jsonb().$type<BillData>(),
    search: text().notNull().default(''),
    /** When its client was erased: names, addresses and texts have gone from it, and its digests are of what they were. */
    erasedAt: instant(),
  },
  (table) => [
    index().on(table.state, table.touchedAt),
    index().on(table.touchedAt),
    index().on(table.wants),
    // The order of its list: what asks for something first.
    index('quotes_in_order').on(
      sql`(${table.wants} is null)`,
      table.touchedAt.desc().nullsFirst(),
      table.number.desc().nullsFirst(),
    ),
    index('quote_words').using('gin', table.search.op('gin_trgm_ops')),
  ],
);
export type QuoteWant = 'answer' | 'signature' | 'renewal' | 'anew';

/** What was offered, word for word and sum for sum. Never changed: a change of the quote is another revision. */
export const quoteRevisions = pgTable(
  'quote_revisions',
  {
    quoteId: text()
      .notNull()
      .references(() => quotes.id),
    revision: integer().notNull(),
    offer: jsonb().$type<Offer>().notNull(),
    digest: text().notNull(),
    madeAt: instant().notNull(),
  },
  (table) => [primaryKey({ columns: [table.quoteId, table.revision] })],
);

/** What happened to a quote. Rows are never changed or deleted. */
export const quoteFacts = pgTable(
  'quote_facts',
  {
    seq: bigserial({ mode: 'number' }).primaryKey(),
    quoteId: text()
      .notNull()
      .references(() => quotes.id),
    fact: factColumn(quoteFactsRead).notNull(),
    wordsId: wordsId(),
    at: instant().notNull(),
  },
  (table) => [index().on(table.quoteId, table.seq)],
);

/** Every text that was signed, whole, under the SHA-256 of it. Never changed. */
export const signedDocuments = pgTable(
  'signed_documents',
  {
    quoteId: text()
      .notNull()
      .references(() => quotes.id),
    sha256: text().notNull(),
    document: jsonb().$type<SignedDocument>().notNull(),
    text: text().notNull(),
    madeAt: instant().notNull(),
  },
  (table) => [primaryKey({ columns: [table.quoteId, table.sha256] })],
);

/** The links that open a quote, for its client or another signatory. Only the hash of a link is kept. */
export const quoteLinks = pgTable(
  'quote_links',
  {
    hash: text().primaryKey(),
    quoteId: text()
      .notNull()
      .references(() => quotes.id),
    who: text().notNull(),
    madeAt: instant().notNull(),
  },
  (table) => [index().on(table.quoteId)],
);

export const quoteTemplates = pgTable('quote_templates', {
  id: text().primaryKey(),
  name: text().notNull(),
  draft: jsonb().$type<QuoteDraft>().notNull(),
  edition: integer().notNull().default(1),
  retired: boolean().notNull().default(false),
});

/** Agreements that quotes begin with; a quote has its own copy. */
export const agreements = pgTable('agreements', {
  id: text().primaryKey(),
  name: text().notNull(),
  agreement: jsonb().$type<Agreement>().notNull(),
  edition: integer().notNull().default(1),
});
