import type { Database, Tx } from '#server/database/database';
import { business } from '#server/database/schema/business';

/** As clients know it; consents name it. */
export async function businessName(db: Database | Tx): Promise<string> {
  const [owner] = await db.select({ name: business.name }).from(business);
  return owner!.name;
}
