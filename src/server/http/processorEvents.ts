import type { Deps } from '#server/deps';
import { ProcessorEventIn } from '#server/http/processorEventContract';
import { takeEvent } from '#server/usecases/takeEvent';
import { Webhook } from 'standardwebhooks';

/**
 * Takes in a signed event (Standard Webhooks): 401 for one whose signature is missing, wrong or older than five
 * minutes, 422 for one that says nothing known, 200 for one that was taken in now or before.
 */
export async function receiveEvent(deps: Deps, secret: string, body: string, headers: Headers): Promise<number> {
  try {
    new Webhook(secret).verify(body, Object.fromEntries(headers));
  } catch {
    return 401;
  }
  let json: unknown;
  try {
    json = JSON.parse(body);
  } catch {
    return 422;
  }
  const event = ProcessorEventIn.safeParse(json);
  if (!event.success) return 422;
  await takeEvent(deps)({ id: headers.get('webhook-id')!, event: event.data });
  return 200;
}
