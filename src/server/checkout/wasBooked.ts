import type { Database } from '#server/database/database';
import { checkouts } from '#server/database/schema/places';
import { eq } from 'drizzle-orm';

/** Whether a cart was booked before by the same request. */
export const wasBooked = async (db: Database, requestKey: string): Promise<boolean> =>
  (await db.select({ id: checkouts.id }).from(checkouts).where(eq(checkouts.requestKey, requestKey))).length > 0;
