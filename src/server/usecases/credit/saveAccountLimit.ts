import type { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';
import { ok, refuse, type Result } from '#core/result';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { eq } from 'drizzle-orm';

/** How much may stand open on a client's house account from now on; what is open already stays. */
export const saveAccountLimit =
  ({ db }: Deps) =>
  async ({ clientId, limit }: SaveAccountLimit): Promise<Result<null, { code: 'client_not_found' }>> => {
    const changed = await db
      .update(clients)
      .set({ accountLimit: limit })
      .where(eq(clients.id, clientId))
      .returning({ id: clients.id });
    return changed.length > 0 ? ok(null) : refuse({ code: 'client_not_found' });
  };
