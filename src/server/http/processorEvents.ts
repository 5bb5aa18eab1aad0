import { actingAs } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';
import type { Mode } from '#server/ports';
import { takeEvent } from '#server/usecases/payments/takeEvent';
import { accountOfReference } from '#server/paymentMethods/payAccounts';

/** The secret that a stand-in signs with: events of test accounts and of live ones have each their own. */
export type EventSecrets = (mode: Mode) => string;

/**
 * Takes in an event of a processor, read by its adapter: 404 for a processor that there is not; 401 for an event of no
 * account that is connected here, or that is not signed by the processor of that account; 422 for one that says nothing
 * known; 403 for one about what belongs to another account; 200 for one that was taken in now or before.
 */
export async function receiveEvent(deps: Deps, provider: string, body: string, headers: Headers): Promise<number> {
  const { adapters, db } = deps;
  const adapter = Object.hasOwn(adapters, provider) ? adapters[provider] : undefined;
  if (!adapter) return 404;
  const reference = adapter.events.accountIn(body);
  const account = reference === null ? null : await accountOfReference(db, provider, reference);
  if (!account) return 401;
  const read = adapter.events.read(body, headers, account.mode);
  if (read === 'unsigned') return 401;
  // What is signed for one account says nothing about another.
  if (read === 'unknown' || read.event.account !== account.reference) return 422;
  const given = { ...read, accountId: account.id };
  const taken = await actingAs({ kind: 'processor', account: account.id }, () => takeEvent(deps)(given));
  return taken.ok ? 200 : 403;
}
