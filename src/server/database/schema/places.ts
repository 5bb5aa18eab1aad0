import type { Hours } from '#core/places/hours';
import type { WallTime } from '#core/calendar/wallTime';
import { bookings } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { instant } from '#server/database/schema/columns';
import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';

export const placeKinds = ['person', 'room', 'stock', 'seats'] as const;

/** What a booking takes so that nobody else can: a person, a room, a stock of like units, the seats of an evening. */
export const places = pgTable(
  'places',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    kind: text({ enum: placeKinds }).notNull(),
    units: integer().notNull().default(1),
    /** Of a person or room; null: those of the business. */
    hours: jsonb().$type<Hours>(),
    position: integer().notNull().default(0),
    retired: boolean().notNull().default(false),
  },
  (table) => [check('some_units', sql`${table.units} between 1 and 5000`)],
);

/** The dates of a service that is held on set dates, each with its own seats. */
export const eventDates = pgTable(
  'event_dates',
  {
    id: text().primaryKey(),
    serviceId: text()
      .notNull()
      .references(() => services.id),
    placeId: text()
      .notNull()
      .references(() => places.id),
    startsAt: text().$type<WallTime>().notNull(),
    endsAt: text().$type<WallTime>().notNull(),
    calledOff: boolean().notNull().default(false),
  },
  (table) => [index().on(table.serviceId, table.startsAt)],
);

/**
 * One unit of a place in use, in seconds since 1970, the end excluded. An exclusion constraint in the database holds
 * that no two uses of a unit overlap, whatever the code that writes them forgets.
 */
export const occupancies = pgTable(
  'occupancies',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    placeId: text()
      .notNull()
      .references(() => places.id),
    unit: integer().notNull(),
    fromSecond: bigint({ mode: 'number' }).notNull(),
    toSecond: bigint({ mode: 'number' }).notNull(),
    /** Null where the owner keeps the place for something else, which the note names. */
    bookingId: text().references(() => bookings.id),
    note: text().notNull().default(''),
  },
  (table) => [
    index().on(table.placeId, table.toSecond),
    index().on(table.bookingId),
    check('some_time', sql`${table.toSecond} > ${table.fromSecond} and ${table.unit} >= 1`),
  ],
);

/** What one client put together on the public page and goes to pay for. Only the hash of its key is kept. */
export const checkouts = pgTable(
  'checkouts',
  {
    id: text().primaryKey(),
    hash: text().notNull().unique(),
    requestKey: text().notNull().unique(),
    bookingIds: jsonb().$type<readonly string[]>().notNull(),
    madeAt: instant().notNull(),
    /** Hashes of the device and of the networks that it was made from, the narrowest first; null for what was made before they were kept. */
    device: text(),
    networks: text().array().$type<readonly string[]>(),
    /** When its page last said that somebody is there, by the database's clock; null where none was opened. */
    aliveAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    /** Paid, given back or run out: nothing is to be looked after any more. */
    over: boolean().notNull().default(false),
  },
  (table) => [
    index('checkouts_open')
      .on(table.aliveAt)
      .where(sql`not ${table.over}`),
    index().on(table.device),
  ],
);
