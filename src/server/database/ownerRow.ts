import { writeAs } from '#core/wording/houseStyle';
import type { Database, Tx } from '#server/database/database';
import { changedInside, keptInside, onceInside } from '#server/database/onlyInside';
import { business, taxes } from '#server/database/schema/business';
import { prepared } from '#server/database/prepared';
import { sql } from 'drizzle-orm';

export type OwnerRow = typeof business.$inferSelect;
export type TaxRow = typeof taxes.$inferSelect;

/** All columns of a tax are words: they are in JSON as they are in a row. */
const taxRows = sql<TaxRow[]>`(select coalesce(json_agg(t order by t.position, t.code), '[]') from ${taxes} t)`;

/** What is read of it, whoever reads it. */
export const settingsRead = { owner: business, taxes: taxRows };
type Settings = { readonly owner: OwnerRow; readonly taxes: TaxRow[] };

const read = prepared((db) => db.select(settingsRead).from(business));

/** The business with its taxes; within a transaction they are read once. */
const settings = (db: Database | Tx): Promise<Settings> => onceInside(business, async () => (await read(db, {}))[0]!);

/** Somebody within this transaction reads it beside something else. */
export const ownerIsRead = (reading: Promise<Settings>): void => keptInside(business, reading);

/** The business, whose way of writing days and figures holds from then on: another process may have changed it. */
export async function ownerRow(db: Database | Tx): Promise<OwnerRow> {
  const { owner } = await settings(db);
  writeAs(owner.style);
  return owner;
}

/** Its taxes, in the order in which they are shown. */
export const allTaxes = async (db: Database | Tx): Promise<readonly TaxRow[]> => (await settings(db)).taxes;

/** Within a transaction: whoever asks for the business from here on has it as it is now. */
export const ownerAnew = (): void => changedInside(business);

const locked = prepared((db) => db.select(settingsRead).from(business).for('update', { of: business }));

/** The same, and nobody else changes it until the transaction ends: requests for a new number wait for it. */
export async function lockOwner(tx: Tx): Promise<OwnerRow> {
  changedInside(business);
  return (await onceInside(business, async () => (await locked(tx, {}))[0]!)).owner;
}

/** Changes the business within a transaction. */
export async function changeOwner(tx: Tx, change: Partial<OwnerRow>): Promise<void> {
  await tx.update(business).set(change);
  changedInside(business);
}
