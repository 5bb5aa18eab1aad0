import { AsyncLocalStorage } from 'node:async_hooks';

/** Whose request is being answered, as far as a queue needs to know. */
export type Caller = {
  /** What the caller is counted by (`networkOf`). */
  readonly network: string;
  /** Somebody of the business, who goes before strangers. */
  readonly isPerson: boolean;
  /** Aborted once nobody waits for the answer any more. */
  readonly ended: AbortSignal | null;
};

const storage = new AsyncLocalStorage<Caller>();

/** Undefined where nobody outside is waiting, as in the agenda and the outbox. */
export const callerNow = (): Caller | undefined => storage.getStore();
/** For what a request sets off and does not wait for: it goes on where whoever asked has gone. */
export const forNobody = <T>(work: () => T): T => storage.exit(work);
export const calledBy = <T>(caller: Caller, work: () => T): T => storage.run(caller, work);
