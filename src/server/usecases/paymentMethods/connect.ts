import type {
  Connect,
  FinishConnecting,
  OnAccount,
  SavePaymentMethods,
} from '#contracts/paymentMethods/paymentMethods';
import { addHours } from '#core/calendar/instant';
import { ok, refuse, type Result } from '#core/result';
import { business } from '#server/database/schema/business';
import { connecting, payAccounts } from '#server/database/schema/ways';
import type { Deps } from '#server/deps';
import { adapterOf } from '#server/paymentMethods/adapters';
import { and, eq, isNull } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

export type ConnectRefusal =
  | { readonly code: 'provider_unknown'; readonly path: 'provider' }
  | { readonly code: 'currency_not_taken'; readonly path: 'currency' };
export type FinishRefusal = { readonly code: 'connection_unknown' | 'connection_refused' };
export type AccountRefusal = { readonly code: 'account_not_found'; readonly path: 'accountId' };

/** Begins a connection: the owner agrees on the processor's page, which leads back here with a code. */
export const connect =
  ({ db, clock, adapters }: Deps) =>
  async ({ provider, mode, currency }: Connect): Promise<Result<{ url: string }, ConnectRefusal>> => {
    const found = Object.hasOwn(adapters, provider) ? adapters[provider] : undefined;
    if (!found) return refuse({ code: 'provider_unknown', path: 'provider' });
    if (!found.currencies.includes(currency)) return refuse({ code: 'currency_not_taken', path: 'currency' });
    const state = randomBytes(18).toString('base64url');
    await db.insert(connecting).values({ state, provider, mode, currency, madeAt: clock.now() });
    return ok({ url: found.agreeUrl({ mode, currency, state }) });
  };

/** What was begun is ended within so many hours. */
const connectHours = 24;

/**
 * Takes what the processor's page led back with. The account's own currency and mode count, whatever was asked for. A
 * repeat of the same state finds the account that it made.
 */
export const finishConnecting =
  ({ db, clock, adapters, newId, vault }: Deps) =>
  async ({ state, code }: FinishConnecting): Promise<Result<{ accountId: string }, FinishRefusal>> => {
    const [begun] = await db.select().from(connecting).where(eq(connecting.state, state));
    if (!begun || addHours(begun.madeAt, connectHours) < clock.now()) return refuse({ code: 'connection_unknown' });
    if (begun.accountId) return ok({ accountId: begun.accountId });
    const { provider } = begun;
    const adapter = adapterOf(adapters, provider);
    const given = await adapter.exchange(code);
    if (!given) return refuse({ code: 'connection_refused' });
    const { name, abilities } = adapter;
    const id = newId();
    await db.transaction(async (tx) => {
      await tx.insert(payAccounts).values({
        id,
        provider,
        name,
        way: abilities.way,
        mode: given.mode,
        currency: given.currency,
        reference: given.account,
        access: vault.seal(given.access.token, id),
        accessUntil: given.access.until,
        connectedAt: clock.now(),
      });
      await tx.update(connecting).set({ accountId: id }).where(eq(connecting.state, state));
    });
    return ok({ accountId: id });
  };

/** Nothing new goes through it from now on. What came through it can still go back, and its holds are still captured. */
export const disconnect =
  ({ db, clock }: Deps) =>
  async ({ accountId }: OnAccount): Promise<Result<null, AccountRefusal>> => {
    const found = await db
      .update(payAccounts)
      .set({ disconnectedAt: clock.now() })
      .where(and(eq(payAccounts.id, accountId), isNull(payAccounts.disconnectedAt)))
      .returning({ id: payAccounts.id });
    return found.length > 0 ? ok(null) : refuse({ code: 'account_not_found', path: 'accountId' });
  };

/** What all clients are shown, the account that online payments go through, and where transfers go. */
export const savePaymentMethods =
  ({ db }: Deps) =>
  async ({
    ways,
    transferTo,
  }: SavePaymentMethods): Promise<Result<null, { code: 'account_not_found'; path: 'ways.online' }>> => {
    if (ways.online !== null) {
      const [known] = await db.select({ id: payAccounts.id }).from(payAccounts).where(eq(payAccounts.id, ways.online));
      if (!known) return refuse({ code: 'account_not_found', path: 'ways.online' });
    }
    await db.update(business).set({ ways, transferTo });
    return ok(null);
  };
