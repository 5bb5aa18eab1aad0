import { actingAs } from '#server/actor/actorNow';
import type { payAccounts } from '#server/database/schema/ways';
import type { Deps } from '#server/deps';
import { ProcessorEventIn } from '#server/http/processorEventContract';
import { takeEvent } from '#server/usecases/takeEvent';
import { accountOfReference } from '#server/ways/payAccounts';
import { Webhook } from 'standardwebhooks';

/** The secret that a processor signs with: events of test accounts and of live ones have each their own. */
export type EventSecrets = (mode: (typeof payAccounts.$inferSelect)['mode']) => string;

function read(body: string): unknown {
  try {
    return JSON.parse(body);
  } catch {
    return null;
  }
}

const accountIn = (json: unknown): string | null => {
  const account = typeof json === 'object' && json !== null && 'account' in json ? json.account : null;
  return typeof account === 'string' && account.length <= 200 ? account : null;
};

/**
 * Takes in a signed event (Standard Webhooks): 401 for one of no account that is connected here, or whose signature is
 * missing, wrong, older than five minutes, or of the other mode; 422 for one that says nothing known; 403 for one about
 * what belongs to another account; 200 for one that was taken in now or before.
 */
export async function receiveEvent(
  deps: Deps,
  secretOf: EventSecrets,
  body: string,
  headers: Headers,
): Promise<number> {
  const json = read(body);
  const reference = accountIn(json);
  const account = reference === null ? null : await accountOfReference(deps.db, reference);
  if (!account) return 401;
  try {
    new Webhook(secretOf(account.mode)).verify(body, Object.fromEntries(headers));
  } catch {
    return 401;
  }
  const event = ProcessorEventIn.safeParse(json);
  if (!event.success) return 422;
  const given = { id: headers.get('webhook-id')!, event: event.data, accountId: account.id };
  const taken = await actingAs({ kind: 'processor', account: account.id }, () => takeEvent(deps)(given));
  return taken.ok ? 200 : 403;
}
