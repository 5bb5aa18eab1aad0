import { instant } from '#server/database/schema/columns';
import { bookings } from '#server/database/schema/bookings';
import { index, pgTable, text } from 'drizzle-orm/pg-core';
import { clients } from '#server/database/schema/clients';

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

/**
 * The devices that may open a client's pages. One that booked may open what it booked; one that was confirmed by a code
 * sent to the client's address may open everything of that client. Only the hash of what the device keeps is kept.
 */
export const clientDevices = pgTable(
  'client_devices',
  {
    hash: text().notNull(),
    /** Confirmed for this client; null where it only booked. */
    clientId: text().references(() => clients.id),
    bookingId: text().references(() => bookings.id),
    madeAt: instant().notNull(),
    expiresAt: instant().notNull(),
  },
  (table) => [index().on(table.hash)],
);
