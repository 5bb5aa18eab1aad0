import { instant } from '#server/database/schema/columns';
import { bookings } from '#server/database/schema/bookings';
import { index, pgTable, text } from 'drizzle-orm/pg-core';

export const clients = pgTable('clients', {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull(),
});

/** Tokens of the card network: a card number never enters the application. */
export const cards = pgTable('cards', {
  id: text().primaryKey(),
  clientId: text()
    .notNull()
    .references(() => clients.id),
  token: text().notNull(),
  last4: text().notNull(),
  addedAt: instant().notNull(),
});

/** The links that open a booking for its client. Only the hash of a link is kept. */
export const clientLinks = pgTable(
  'client_links',
  {
    hash: text().primaryKey(),
    bookingId: text()
      .notNull()
      .references(() => bookings.id),
    /** A payer's link shows what a payer needs, and keeps no card. */
    purpose: text({ enum: ['client', 'payer'] })
      .notNull()
      .default('client'),
    madeAt: instant().notNull(),
    expiresAt: instant().notNull(),
  },
  (table) => [index().on(table.bookingId)],
);
