import { AsyncLocalStorage } from 'node:async_hooks';

/**
 * The request that is being answered: its id is on the answer, and on every line that is logged for it, with the pattern of
 * its route. Never its path: that holds links.
 */
export type RequestNow = { readonly request: string; route: string };

const storage = new AsyncLocalStorage<RequestNow>();

/** Undefined outside a request, as in the agenda. */
export const requestNow = (): RequestNow | undefined => storage.getStore();
/** For what a request sets off and does not wait for. */
export const outsideRequests = <T>(work: () => T): T => storage.exit(work);
/** Says which route answers, once that is known. */
export function routeIs(pattern: string): void {
  const now = storage.getStore();
  if (now) now.route = pattern;
}
export const duringRequest = <T>(request: RequestNow, work: () => T): T => storage.run(request, work);
