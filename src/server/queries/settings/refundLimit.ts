import type { RefundLimit } from '#core/payments/refundLimit';
import type { Database } from '#server/database/database';
import { business } from '#server/database/schema/business';

/** From which sum on refunds ask again who decides them, as the owner has set it; null where they never do. */
export async function refundLimit(db: Database): Promise<RefundLimit> {
  const [owner] = await db.select({ from: business.proofAbove, currency: business.currency }).from(business);
  return !owner || owner.from === null ? null : { from: owner.from, currency: owner.currency };
}
