import { descriptionOf } from '#world/accounts/catalogue';
import { accounts } from '#world/accounts/tables';
import type { WorldDatabase } from '#world/database';
import { asc, eq } from 'drizzle-orm';

/** The accounts at the simulated processors, as the stand-ins view shows and steers them. */
export async function accountsView(db: WorldDatabase) {
  const rows = await db.select().from(accounts).orderBy(asc(accounts.provider), asc(accounts.reference));
  return rows.map(({ reference, provider, mode, currency, accessUntil, refusesRenewal }) => {
    const { name, abilities } = descriptionOf(provider);
    return { reference, name, way: abilities.way, mode, currency, accessUntil, refusesRenewal };
  });
}

export async function refuseRenewals(db: WorldDatabase, account: string, refusesRenewal: boolean): Promise<boolean> {
  const rows = await db
    .update(accounts)
    .set({ refusesRenewal })
    .where(eq(accounts.reference, account))
    .returning({ reference: accounts.reference });
  return rows.length > 0;
}
