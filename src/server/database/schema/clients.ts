import type { Actor } from '#core/people/actor';
import { type BillData, noBillData } from '#core/invoices/party';
import { instant, money } from '#server/database/schema/columns';
import { payAccounts } from '#server/database/schema/ways';
import { type SQL, sql } from 'drizzle-orm';
import { type AnyPgColumn, boolean, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';

type Known = { readonly [of in 'name' | 'email' | 'phone' | 'bill']: AnyPgColumn };

/** What a client is found by: an index and the search that uses it say it alike. */
export const clientWords = ({ name, email, phone, bill }: Known): SQL =>
  sql`(${name} || ' ' || ${email} || ' ' || ${phone} || ' ' || coalesce(${bill}->>'company', '') || ' ' || coalesce(${bill}->>'city', '') || ' ' || coalesce(${bill}->>'taxNumber', ''))`;

export const clients = pgTable(
  'clients',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    email: text().notNull(),
    /** As E.164, such as +351912345678; empty where none was given. */
    phone: text().notNull().default(''),
    /** Company, address and tax number, and who gets bills. */
    bill: jsonb().$type<BillData>().notNull().default(noBillData),
    /** How much may stand open on the client's house account at a time; null where none is agreed. */
    accountLimit: money(),
    /** When everything that was known of the person went, and who wanted it; null while they are a client. */
    erasedAt: instant(),
    erasedBy: jsonb().$type<Actor>(),
  },
  (table) => [
    index().on(table.name),
    index('clients_by_name')
      .on(sql`lower(${table.name})`, table.id)
      .where(sql`${table.erasedAt} is null`),
    index('client_words').using('gin', sql`${clientWords(table)} gin_trgm_ops`),
    index('with_account_limit')
      .on(table.id)
      .where(sql`${table.accountLimit} is not null`),
    index('erased_clients')
      .on(table.erasedAt)
      .where(sql`${table.erasedAt} is not null`),
  ],
);

/** Tokens of cards and bank accounts: a number never enters the application. */
export const cards = pgTable('cards', {
  id: text().primaryKey(),
  clientId: text()
    .notNull()
    .references(() => clients.id),
  token: text().notNull(),
  last4: text().notNull(),
  way: text({ enum: ['card', 'debit'] })
    .notNull()
    .default('card'),
  /** The processor's account that knows the token. */
  accountId: text()
    .notNull()
    .references(() => payAccounts.id),
  addedAt: instant().notNull(),
});

/** Codes that were sent to confirm a device: each is good once, for some minutes and tries. */
export const deviceCodes = pgTable(
  'device_codes',
  {
    id: text().primaryKey(),
    clientId: text()
      .notNull()
      .references(() => clients.id),
    /** Hash of the device that asked for it, and may use it; null for what was sent before devices were told apart. */
    device: text(),
    hash: text().notNull(),
    tries: integer().notNull().default(0),
    madeAt: instant().notNull(),
    expiresAt: instant().notNull(),
    used: boolean().notNull().default(false),
  },
  (table) => [index().on(table.clientId, table.madeAt)],
);
