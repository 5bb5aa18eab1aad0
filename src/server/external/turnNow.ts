import { AsyncLocalStorage } from 'node:async_hooks';

const storage = new AsyncLocalStorage<() => void>();

/** What is done meanwhile holds a turn of its network (`http/entry/turns.ts`), which ends by this. */
export const whileTurn = <T>(end: () => void, work: () => T): T => storage.run(end, work);

/** Whoever waits for somebody outside takes no turn from others: it may be a quarter of a minute. */
export const leaveTurn = (): void => storage.getStore()?.();
