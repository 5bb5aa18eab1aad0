import type { EraseClient } from '#contracts/clients/clients';
import type { EraseRefusal } from '#contracts/routes/clients';
import { ok, refuse, type Result } from '#core/result';
import { actorNow } from '#server/actor/actorNow';
import { lockBookings } from '#server/bookings/lockBooking';
import { lockOwner } from '#server/database/ownerRow';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { erasePerson } from '#server/erasure/erasePerson';
import { stillOpen } from '#server/erasure/stillOpen';
import { and, eq, isNull } from 'drizzle-orm';

/**
 * Erases a client with whom nothing is open.
 * @param keepList writes whom the database knows as erased beside its backups, which still have them whole
 */
export const eraseClient =
  (deps: Deps, keepList: () => Promise<void>) =>
  async ({ clientId, name }: EraseClient): Promise<Result<{ erased: true }, EraseRefusal>> => {
    const refused = await deps.db.transaction(async (tx): Promise<EraseRefusal | null> => {
      const now = deps.clock.now();
      await lockOwner(tx); // whoever makes something for a client of this name holds it
      const theirs = await tx.select({ id: bookings.id }).from(bookings).where(eq(bookings.clientId, clientId));
      // Bookings before their client, as everybody locks them.
      await lockBookings(
        tx,
        theirs.map(({ id }) => id),
      );
      const [client] = await tx
        .select()
        .from(clients)
        .where(and(eq(clients.id, clientId), isNull(clients.erasedAt)))
        .for('update');
      if (!client) return { code: 'client_not_found' };
      if (name !== client.name.trim()) return { code: 'name_differs', path: 'name' };
      const open = await stillOpen(tx, client, now);
      if (open.length > 0) return { code: 'client_open', open };
      await erasePerson(tx, { clientId, at: now, by: actorNow() }, now);
      return null;
    });
    if (refused) return refuse(refused);
    await keepList();
    return ok({ erased: true });
  };
