import type { CheckOut } from '#contracts/checkout/checkout';
import type { Database } from '#server/database/database';
import { services } from '#server/database/schema/business';
import { inArray } from 'drizzle-orm';

/** How many letters a cart sends before anything of it is paid: one for each booking that waits for a yes. */
export async function lettersOf(db: Database, items: CheckOut['items']): Promise<number> {
  const ids = items.map(({ serviceId }) => serviceId);
  const rows = await db
    .select({ id: services.id, rules: services.booking })
    .from(services)
    .where(inArray(services.id, ids));
  const asking = new Set(rows.filter(({ rules }) => rules && rules.confirm !== 'payment').map(({ id }) => id));
  return ids.filter((id) => asking.has(id)).length;
}
