import type { Instant } from '#core/calendar/instant';
import { world } from '#world/cardNetwork/tables';
import { boolean, text } from 'drizzle-orm/pg-core';

const instant = () => text().$type<Instant>();

/** The accounts that this installation's owner has at the simulated processors. */
export const accounts = world.table('accounts', {
  reference: text().primaryKey(),
  provider: text().notNull(),
  mode: text({ enum: ['test', 'live'] }).notNull(),
  currency: text().notNull(),
  access: text().notNull(),
  accessUntil: instant().notNull(),
  /** The access before: asked again with it, the processor answers as it did. */
  renewedFrom: text(),
  /** Steered from the stand-ins: the processor does not renew the access. */
  refusesRenewal: boolean().notNull().default(false),
});

/** What an owner has agreed to on the processor's page, to be exchanged once for an access. */
export const grants = world.table('grants', {
  code: text().primaryKey(),
  provider: text().notNull(),
  mode: text({ enum: ['test', 'live'] }).notNull(),
  currency: text().notNull(),
  account: text(),
});
