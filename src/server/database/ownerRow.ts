import { writeAs } from '#core/wording/houseStyle';
import type { Database, Tx } from '#server/database/database';
import { changedInside, onceInside } from '#server/database/onlyInside';
import { business } from '#server/database/schema/business';

export type OwnerRow = typeof business.$inferSelect;

/**
 * The business, whose way of writing days and figures holds from then on: another process may have changed it. Within a
 * transaction it is read once.
 */
export async function ownerRow(db: Database | Tx): Promise<OwnerRow> {
  const [owner] = await onceInside(business, () => db.select().from(business));
  writeAs(owner!.style);
  return owner!;
}

/** The same, and nobody else changes it until the transaction ends: requests for a new number wait for it. */
export async function lockOwner(tx: Tx): Promise<OwnerRow> {
  changedInside(business);
  const [owner] = await onceInside(business, () => tx.select().from(business).for('update'));
  return owner!;
}

/** Changes the business within a transaction. */
export async function changeOwner(tx: Tx, change: Partial<OwnerRow>): Promise<void> {
  await tx.update(business).set(change);
  changedInside(business);
}
