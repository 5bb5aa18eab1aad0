import { addHours } from '#core/calendar/instant';
import type { Access, CardProcessor, Clock, Providers } from '#server/ports';
import { providers } from '#world/accounts/catalogue';
import { accounts, grants } from '#world/accounts/tables';
import { openProcessor } from '#world/cardNetwork/processor';
import type { WorldDatabase } from '#world/database';
import { eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

/** How long an access lasts. */
const accessHours = 60 * 24;
const secret = (kind: string): string => `${kind}_${randomBytes(18).toString('base64url')}`;

type Deps = { readonly db: WorldDatabase; readonly clock: Clock; readonly baseUrl: string };

export function openProviders({ db, clock, baseUrl }: Deps): Providers {
  const newAccess = (mode: 'test' | 'live'): Access => ({
    token: secret(`${mode}_access`),
    until: addHours(clock.now(), accessHours),
  });
  return {
    all: providers,
    agreeUrl: ({ provider, mode, currency, state }) =>
      `${baseUrl}/stand-in/connect?${new URLSearchParams({ provider, mode, currency, state }).toString()}`,
    exchange: (code) =>
      db.transaction(async (tx) => {
        const [grant] = await tx.select().from(grants).where(eq(grants.code, code)).for('update');
        if (!grant || grant.account) return null;
        const { provider, mode, currency } = grant;
        const reference = secret(`${provider}_${mode}`);
        const access = newAccess(mode);
        await tx
          .insert(accounts)
          .values({ reference, provider, mode, currency, access: access.token, accessUntil: access.until });
        await tx.update(grants).set({ account: reference }).where(eq(grants.code, code));
        return { account: reference, provider, mode, currency, access };
      }),
    renew: (account, access) =>
      db.transaction(async (tx) => {
        const [row] = await tx.select().from(accounts).where(eq(accounts.reference, account)).for('update');
        // A repeat, by another process or after a crash, gets what the first one got.
        if (row?.renewedFrom === access) return { token: row.access, until: row.accessUntil };
        if (!row || row.refusesRenewal || row.access !== access || row.accessUntil <= clock.now()) return null;
        const renewed = newAccess(row.mode);
        await tx
          .update(accounts)
          .set({ access: renewed.token, accessUntil: renewed.until, renewedFrom: access })
          .where(eq(accounts.reference, account));
        return renewed;
      }),
    frame: (account) => `/stand-in/card?account=${encodeURIComponent(account)}`,
    open: (account, access): CardProcessor => openProcessor({ db, clock, baseUrl, account, access }),
  };
}

/** The owner agrees on the processor's page. @returns the code that is exchanged for an access */
export async function agree(
  db: WorldDatabase,
  about: { readonly provider: string; readonly mode: 'test' | 'live'; readonly currency: string },
): Promise<string> {
  const code = secret('code');
  await db.insert(grants).values({ code, ...about });
  return code;
}
