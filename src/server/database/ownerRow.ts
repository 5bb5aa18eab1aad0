import { writeAs } from '#core/wording/houseStyle';
import type { Database, Tx } from '#server/database/database';
import { business } from '#server/database/schema/business';

/** The business, whose way of writing days and figures holds from then on: another process may have changed it. */
export async function ownerRow(db: Database | Tx): Promise<typeof business.$inferSelect> {
  const [owner] = await db.select().from(business);
  writeAs(owner!.style);
  return owner!;
}
