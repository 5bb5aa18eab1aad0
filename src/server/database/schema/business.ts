import type { AccountNames } from '#core/books/accountNames';
import { type Books, usualBooks } from '#core/books/books';
import type { PlainDate } from '#core/calendar/days';
import { noSellerData, type SellerData } from '#core/invoices/party';
import { type DocumentSettings, usualDocuments } from '#core/invoices/settings';
import { type CodeCategory } from '#core/invoices/taxCategory';
import { type HouseStyle, usualStyle } from '#core/wording/houseStyle';
import { type PageSettings, usualPage } from '#core/catalogue/pageSettings';
import { nobodyNotified, type Notified } from '#core/messages/notified';
import { type Begun, notBegun } from '#core/settings/steps';
import { allShown, type WaysShown } from '#core/paymentMethods/ways';
import { type Hours, usualHours } from '#core/places/hours';
import type { BookingRules } from '#core/places/rules';
import type { Terms } from '#core/terms/terms';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import {
  nothingOnPage,
  type OnPage,
  priceBases,
  serviceColours,
  type ServiceExtra,
  type UsualClaim,
  serviceKinds,
} from '#core/catalogue/service';
import { instant, money } from '#server/database/schema/columns';
import { sql } from 'drizzle-orm';
import { boolean, check, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';

/** One row: the business that this installation belongs to. */
export const business = pgTable('business', {
  id: integer().primaryKey().default(1),
  name: text().notNull(),
  line: text().notNull().default(''),
  email: text().notNull(),
  timeZone: text().notNull(),
  currency: text().notNull(),
  lastNumber: integer().notNull().default(0),
  lastReceipt: integer().notNull().default(0),
  lastQuote: integer().notNull().default(0),
  /** Opening hours, and the days that differ. */
  hours: jsonb().$type<Hours>().notNull().default(usualHours),
  /** Ways to pay that clients are shown, and the account that online payments go through. */
  ways: jsonb().$type<WaysShown>().notNull().default(allShown),
  /** Where transfers go to, as clients read it. */
  transferTo: text().notNull().default(''),
  /** Where it is, as letters, documents and calendars say it; a line each. */
  address: text().notNull().default(''),
  look: jsonb().$type<BusinessLook>().notNull().default({}),
  /** Since when clients cannot book by themselves, as the owner wished. */
  bookingStopped: instant(),
  /** Refunds from this sum on, in the business's currency, ask again who it is; null: none does. */
  proofAbove: money(),
  /** Days for which what has no more use is kept. */
  keepDays: integer().notNull().default(30),
  /** How far the first hour came. */
  begun: jsonb().$type<Begun>().notNull().default(notBegun),
  /** The country that it is in, ISO 3166; empty where that was not said. */
  country: text().notNull().default(''),
  /** How days, times and figures are written. */
  style: jsonb().$type<HouseStyle>().notNull().default(usualStyle),
  /** What the booking page says, asks and sells besides its services. */
  bookingPage: jsonb().$type<PageSettings>().notNull().default(usualPage),
  /** Who is told of what happens. */
  told: jsonb().$type<Notified>().notNull().default(nobodyNotified),
  /** How its books are kept. */
  books: jsonb().$type<Books>().notNull().default(usualBooks),
  /** Which documents are issued, and how. */
  documents: jsonb().$type<DocumentSettings>().notNull().default(usualDocuments),
  /** What documents say of the business. */
  seller: jsonb().$type<SellerData>().notNull().default(noSellerData),
  /** The owner's own numbers and names for accounts; an account that is not there has ours. */
  accountNames: jsonb().$type<AccountNames>().notNull().default({}),
  /** Up to this day the books are closed; null: none was. */
  closedUntil: text().$type<PlainDate>(),
  /** Since when services are delivered at their end: those of before were at that moment. Null: from the first on. */
  deliveredSince: instant(),
});
/** How the business looks to its clients: ids of pictures, and a colour as #rrggbb. */
export type BusinessLook = {
  readonly colour?: string | undefined;
  readonly logo?: string | undefined;
  readonly picture?: string | undefined;
};

export const terms = pgTable('terms', {
  id: text().primaryKey(),
  name: text().notNull(),
});

export const termsVersions = pgTable(
  'terms_versions',
  {
    termsId: text()
      .notNull()
      .references(() => terms.id),
    version: integer().notNull(),
    rules: jsonb().$type<Terms>().notNull(),
    madeAt: instant().notNull(),
  },
  (table) => [primaryKey({ columns: [table.termsId, table.version] })],
);

/** Codes that price lines carry, with the rate of today; a booking keeps the rates that it was agreed with. */
export const taxes = pgTable('taxes', {
  code: text().primaryKey(),
  label: text().notNull(),
  rate: text().$type<Decimal>().notNull(),
  position: integer().notNull().default(0),
  /** How it stands on documents, and why none is charged where none is. */
  category: text().$type<CodeCategory>().notNull().default('S'),
  reason: text().notNull().default(''),
});

export const services = pgTable(
  'services',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    kind: text({ enum: serviceKinds }).notNull(),
    currency: text().notNull(),
    termsId: text()
      .notNull()
      .references(() => terms.id),
    basis: text({ enum: priceBases }).notNull().default('fixed'),
    /** For one of its basis; nothing where the price is agreed each time. */
    unitPrice: money()
      .notNull()
      .default(0 as Minor),
    /** What the client reads that the price includes. */
    included: text().notNull().default(''),
    extras: jsonb().$type<readonly ServiceExtra[]>().notNull().default([]),
    taxMode: text({ enum: ['inclusive', 'exclusive'] })
      .notNull()
      .default('inclusive'),
    taxCodes: jsonb().$type<readonly string[]>().notNull().default([]),
    colour: text({ enum: serviceColours }).notNull().default('teal'),
    /** How clients book it themselves, and which places it takes; null: it takes none and is booked by the owner. */
    booking: jsonb().$type<BookingRules>(),
    /** What is hidden for this service, and the account that its payments go through. */
    ways: jsonb().$type<WaysShown>().notNull().default(allShown),
    /** No longer offered for new bookings. */
    retired: boolean().notNull().default(false),
    /** Under which heading of the owner's own it stands; empty: under that of its kind. */
    group: text().notNull().default(''),
    /** What its clients read and see of it, before they book and after they paid. */
    onPage: jsonb().$type<OnPage>().notNull().default(nothingOnPage),
    /** What is usually claimed after it, with its sums: proposed, and changed as it was. */
    usualClaims: jsonb().$type<readonly UsualClaim[]>().notNull().default([]),
  },
  (table) => [check('unit_price_not_negative', sql`${table.unitPrice} >= 0`)],
);
