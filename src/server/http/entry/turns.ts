type Here = { running: number; readonly waiting: (() => void)[] };

/** What is being answered of one network gives its turn back; once is enough, and more does nothing. */
export type Turn = { readonly end: () => void };

/**
 * So many requests of one network are answered at a time, the others of it wait for their turn: whoever asks for a hundred
 * things at once waits for themselves, and everybody else comes between. Past `mostWaiting` nobody is let in.
 */
export function openTurns({ atOnce, mostWaiting }: { readonly atOnce: number; readonly mostWaiting: number }) {
  const networks = new Map<string, Here>();
  const endOf = (network: string, here: Here): (() => void) => {
    let ended = false;
    return () => {
      if (ended) return;
      ended = true;
      const next = here.waiting.shift();
      if (next) return next();
      here.running--;
      if (here.running === 0) networks.delete(network);
    };
  };
  /** @returns the turn once it has come, or null where too many wait already, or `gone` says first that nobody waits for it */
  return async (network: string, gone: AbortSignal): Promise<Turn | null> => {
    const here = networks.get(network) ?? { running: 0, waiting: [] };
    networks.set(network, here);
    if (here.running < atOnce) {
      here.running++;
      return { end: endOf(network, here) };
    }
    if (here.waiting.length >= mostWaiting || gone.aborted) return null;
    return new Promise((resolve) => {
      const begin = (): void => {
        gone.removeEventListener('abort', leave);
        resolve({ end: endOf(network, here) });
      };
      const leave = (): void => {
        here.waiting.splice(here.waiting.indexOf(begin), 1);
        resolve(null);
      };
      gone.addEventListener('abort', leave, { once: true });
      here.waiting.push(begin);
    });
  };
}
