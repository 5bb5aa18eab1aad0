import type { EvidenceKind } from '#core/disputes/evidence';
import { bytes, instant } from '#server/database/schema/columns';
import { integer, jsonb, pgTable, text, timestamp, index } from 'drizzle-orm/pg-core';

/**
 * Answers to disputes, as they are sent: committed before the processor is asked to take them, and sent again under the same
 * key until it has. One row for each time that a matter was opened.
 */
export const disputeAnswers = pgTable(
  'dispute_answers',
  {
    /** The idempotency key. */
    id: text().primaryKey(),
    dispute: text().notNull(),
    accountId: text().notNull(),
    /** `givesIn`: the payer is to have it, and nothing is shown. */
    kind: text({ enum: ['shows', 'givesIn'] }).notNull(),
    word: text().notNull().default(''),
    shows: jsonb().$type<readonly EvidenceKind[]>().notNull(),
    pages: integer().notNull().default(0),
    content: bytes(),
    sha256: text().notNull().default(''),
    state: text({ enum: ['open', 'sent', 'late'] }).notNull(),
    madeAt: instant().notNull(),
    calledAt: timestamp({ withTimezone: true }),
  },
  (table) => [index().on(table.dispute), index().on(table.state)],
);
