import { type KnownClient, mostKnown } from '#contracts/clients/knownClients';
import type { Database } from '#server/database/database';
import { clients } from '#server/database/schema/clients';
import { knownBy } from '#server/queries/clients/knownBy';
import { and, asc, isNull, sql } from 'drizzle-orm';

/** Clients that a form proposes, by name: the first of all, or of those in whom every word is found. */
export const knownClients = (db: Database, search = ''): Promise<KnownClient[]> =>
  db
    .select({ id: clients.id, name: clients.name, email: clients.email })
    .from(clients)
    .where(and(isNull(clients.erasedAt), knownBy(db, search)))
    .orderBy(asc(sql`lower(${clients.name})`), asc(clients.id))
    .limit(mostKnown);
