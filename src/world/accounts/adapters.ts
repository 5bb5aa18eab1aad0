import { addHours } from '#core/calendar/instant';
import type { Access, Adapter, Adapters, Clock, Mode } from '#server/ports';
import { type Description, descriptions } from '#world/accounts/catalogue';
import { ProcessorEventIn } from '#world/accounts/eventContract';
import { accounts, grants } from '#world/accounts/tables';
import type { SecretOf } from '#world/cardNetwork/events';
import { openProcessor } from '#world/cardNetwork/processor';
import type { WorldDatabase } from '#world/database';
import { and, eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { Webhook } from 'standardwebhooks';

/** How long an access lasts. */
const accessHours = 60 * 24;
/** Seconds in which a simulated processor answers. */
const deadline = 15;
const secret = (kind: string): string => `${kind}.${randomBytes(18).toString('base64url')}`;

type Deps = {
  readonly db: WorldDatabase;
  readonly clock: Clock;
  readonly baseUrl: string;
  readonly eventSecrets: SecretOf;
};

function parsed(body: string): unknown {
  try {
    return JSON.parse(body);
  } catch {
    return null;
  }
}

/** Events are signed as the Standard Webhooks specification has it: an old one or a changed one is refused. */
const signedEvents = (secretOf: SecretOf): Adapter['events'] => ({
  accountIn(body) {
    const json = parsed(body);
    const account = typeof json === 'object' && json !== null && 'account' in json ? json.account : null;
    return typeof account === 'string' && account.length <= 200 ? account : null;
  },
  read(body, headers, mode) {
    try {
      new Webhook(secretOf(mode)).verify(body, Object.fromEntries(headers));
    } catch {
      return 'unsigned';
    }
    const event = ProcessorEventIn.safeParse(parsed(body));
    return event.success ? { id: headers.get('webhook-id')!, event: event.data } : 'unknown';
  },
});

function standIn(provider: string, description: Description, { db, clock, baseUrl, eventSecrets }: Deps): Adapter {
  const newAccess = (): Access => ({
    token: secret('access'),
    until: addHours(clock.now(), accessHours),
  });
  return {
    ...description,
    deadline,
    frameOrigins: [],
    agreeUrl: (about) => `${baseUrl}/stand-in/connect?${new URLSearchParams({ provider, ...about }).toString()}`,
    testCode: (currency) => agree(db, { provider, mode: 'test', currency }),
    exchange: (code) =>
      db.transaction(async (tx) => {
        const own = and(eq(grants.code, code), eq(grants.provider, provider));
        const [grant] = await tx.select().from(grants).where(own).for('update');
        if (!grant || grant.account) return null;
        const { mode, currency } = grant;
        const account = secret(provider);
        const access = newAccess();
        const row = { reference: account, provider, mode, currency };
        await tx.insert(accounts).values({ ...row, access: access.token, accessUntil: access.until });
        await tx.update(grants).set({ account }).where(eq(grants.code, code));
        return { account, mode, currency, access };
      }),
    renew: (account, access) =>
      db.transaction(async (tx) => {
        const [row] = await tx.select().from(accounts).where(eq(accounts.reference, account)).for('update');
        // A repeat, by another process or after a crash, gets what the first one got.
        if (row?.renewedFrom === access) return { token: row.access, until: row.accessUntil };
        if (!row || row.refusesRenewal || row.access !== access || row.accessUntil <= clock.now()) return null;
        const renewed = newAccess();
        await tx
          .update(accounts)
          .set({ access: renewed.token, accessUntil: renewed.until, renewedFrom: access })
          .where(eq(accounts.reference, account));
        return renewed;
      }),
    frame: (account) => `/stand-in/card?account=${encodeURIComponent(account)}`,
    open: (account, access) => openProcessor({ db, clock, baseUrl, account, access }),
    events: signedEvents(eventSecrets),
  };
}

/** The simulated processors, as any others are. */
export const openStandIns = (deps: Deps): Adapters =>
  Object.fromEntries(Object.entries(descriptions).map(([id, description]) => [id, standIn(id, description, deps)]));

/** The owner agrees on the processor's page. @returns the code that is exchanged for an access */
export async function agree(
  db: WorldDatabase,
  about: { readonly provider: string; readonly mode: Mode; readonly currency: string },
): Promise<string> {
  const code = secret('code');
  await db.insert(grants).values({ code, ...about });
  return code;
}
