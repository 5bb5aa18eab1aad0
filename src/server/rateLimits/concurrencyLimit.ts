import { networkOf } from '#server/rateLimits/network';
import { bulkhead } from 'cockatiel';
import { setImmediate as turn } from 'node:timers/promises';

/** So many are computed at a time, so that everybody else's requests come between them. */
const usualAtOnce = 1;
/** So many of one network may be there at a time, and so many in all; what is more is told to come again. */
const mostHere = 6;
const mostInAll = 60;

/** Nothing was looked at: too many look at once. */
export class TooManyAtOnce extends Error {
  override readonly name = 'TooManyAtOnce';
}

/** Lets through what anybody may ask for and what takes a while to compute, a few at a time. */
export function openConcurrencyLimit(atOnce = usualAtOnce) {
  const queue = bulkhead(atOnce, mostInAll);
  const here = new Map<string, number>();
  let inAll = 0;
  /** @throws {TooManyAtOnce} where the network, or everybody together, has too many there */
  return async <T>(address: string, look: () => Promise<T>): Promise<T> => {
    const network = networkOf(address);
    const mine = here.get(network) ?? 0;
    if (mine >= mostHere || inAll >= mostInAll) throw new TooManyAtOnce();
    here.set(network, mine + 1);
    inAll++;
    try {
      return await queue.execute(async () => {
        // One turn of the event loop each: with an embedded database a look is done without a pause, and what came in
        // meanwhile would wait for all of them.
        await turn();
        return look();
      });
    } finally {
      inAll--;
      const left = here.get(network)! - 1;
      if (left > 0) here.set(network, left);
      else here.delete(network);
    }
  };
}
export type ConcurrencyLimit = ReturnType<typeof openConcurrencyLimit>;
