import type { Instant } from '#core/calendar/instant';
import { world } from '#world/cardNetwork/tables';
import { bigserial, index, text } from 'drizzle-orm/pg-core';

/** Every message as the MIME message that a server would have taken. */
export const mail = world.table(
  'mail',
  {
    seq: bigserial({ mode: 'number' }).primaryKey(),
    key: text().notNull().unique(),
    messageId: text().notNull(),
    at: text().$type<Instant>().notNull(),
    recipient: text().notNull(),
    subject: text().notNull(),
    mime: text().notNull(),
  },
  (table) => [index().on(table.recipient)],
);
