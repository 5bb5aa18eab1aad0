import type { Database } from '#server/database/database';
import { clients } from '#server/database/schema/clients';
import { asc, isNull } from 'drizzle-orm';

const most = 500;

/** Clients that a form proposes, by name. */
export const knownClients = (db: Database): Promise<{ id: string; name: string; email: string }[]> =>
  db
    .select({ id: clients.id, name: clients.name, email: clients.email })
    .from(clients)
    .where(isNull(clients.erasedAt))
    .orderBy(asc(clients.name))
    .limit(most);
