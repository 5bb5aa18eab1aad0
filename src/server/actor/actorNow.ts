import type { Actor } from '#core/people/actor';
import { forNobody } from '#server/rateLimits/callerNow';
import { AsyncLocalStorage } from 'node:async_hooks';

const storage = new AsyncLocalStorage<Actor>();

/**
 * Who is at work. It is set where work begins: by the middleware for a request, by its route for a payer's link, by the
 * agenda, the outbox and the events of processors for theirs; whatever is written meanwhile carries it.
 * @throws {Error} where nobody is: nothing is written of which nobody knows who did it
 */
export function actorNow(): Actor {
  const actor = storage.getStore();
  if (!actor) throw new Error('nobody is at work: set an actor where this begins');
  return actor;
}
export const actingAs = <T>(actor: Actor, work: () => T): T => storage.run(actor, work);

/** Ostendo does this by itself, whoever set it off, and goes on where that one has gone. */
export const byItself = <T>(work: () => T): T => storage.run({ kind: 'clock' }, () => forNobody(work));
