import { type Caller, callerNow } from '#server/rateLimits/callerNow';

/** Nothing was done: too many wait for the same kind of work. It may be asked again in a moment. */
export class TooMuchWork extends Error {
  override readonly name = 'TooMuchWork';
}
/** Nothing was done: whoever asked has gone. */
export class CallerGone extends Error {
  override readonly name = 'CallerGone';
}

type Bounds = {
  /** So many run at a time; one of them is never a stranger's, so that the business is not kept waiting by them. */
  readonly atOnce: number;
  /** So many of one network may run or wait. */
  readonly mostHere: number;
  /** So many strangers may run or wait. */
  readonly mostInAll: number;
};
type Waiting = { readonly caller: Caller | undefined; readonly begin: () => void };

const isOurs = (caller: Caller | undefined): boolean => caller === undefined || caller.isPerson;

/**
 * Lets through what costs the processor for a while, a few at a time. The business and the house itself go first; strangers
 * take turns by network, so that a network that asks for a hundred keeps another waiting for one. Whatever waits for a
 * caller who has gone is dropped.
 */
export function openWorkQueue({ atOnce, mostHere, mostInAll }: Bounds) {
  const ours: Waiting[] = [];
  /** By network, the one whose turn is next first. */
  const strangers = new Map<string, Waiting[]>();
  const here = new Map<string, number>();
  let running = 0;
  let strangersRunning = 0;
  let strangersInAll = 0;
  const mostStrangers = Math.max(1, atOnce - 1);

  const nextStranger = (): Waiting | undefined => {
    const first = strangers.entries().next();
    if (first.done) return undefined;
    const [network, waiting] = first.value;
    const next = waiting.shift();
    strangers.delete(network);
    if (waiting.length > 0) strangers.set(network, waiting);
    return next;
  };
  const goOn = (): void => {
    while (running < atOnce) {
      const next = ours.shift() ?? (strangersRunning < mostStrangers ? nextStranger() : undefined);
      if (!next) return;
      running++;
      if (!isOurs(next.caller)) strangersRunning++;
      next.begin();
    }
  };
  const remove = (each: Waiting): void => {
    const { caller } = each;
    const list = isOurs(caller) ? ours : strangers.get(caller!.network);
    const index = list?.indexOf(each) ?? -1;
    if (index >= 0) list!.splice(index, 1);
    if (list?.length === 0 && !isOurs(caller)) strangers.delete(caller!.network);
  };

  /** Waits for the turn. @throws {CallerGone} where the caller goes first */
  const turn = (caller: Caller | undefined): Promise<void> =>
    new Promise((resolve, reject) => {
      const gone = (): void => {
        remove(each);
        reject(new CallerGone());
      };
      const each: Waiting = {
        caller,
        begin: () => {
          caller?.ended?.removeEventListener('abort', gone);
          resolve();
        },
      };
      caller?.ended?.addEventListener('abort', gone, { once: true });
      if (isOurs(caller)) ours.push(each);
      else strangers.set(caller!.network, [...(strangers.get(caller!.network) ?? []), each]);
      goOn();
    });

  /**
   * @param work is given the caller's end, to stop by
   * @throws {TooMuchWork} where the caller's network, or strangers together, have too many there
   * @throws {CallerGone} where nobody waits for it any more
   */
  return async <T>(work: (ended: AbortSignal | null) => Promise<T>): Promise<T> => {
    const caller = callerNow();
    if (caller?.ended?.aborted) throw new CallerGone();
    const stranger = isOurs(caller) ? null : caller!;
    const mine = stranger ? (here.get(stranger.network) ?? 0) : 0;
    if (stranger && (mine >= mostHere || strangersInAll >= mostInAll)) throw new TooMuchWork();
    if (stranger) {
      here.set(stranger.network, mine + 1);
      strangersInAll++;
    }
    let began = false;
    try {
      await turn(caller);
      began = true;
      return await work(caller?.ended ?? null);
    } finally {
      if (stranger) {
        strangersInAll--;
        const left = here.get(stranger.network)! - 1;
        if (left > 0) here.set(stranger.network, left);
        else here.delete(stranger.network);
      }
      if (began) {
        running--;
        if (stranger) strangersRunning--;
        goOn();
      }
    }
  };
}
