import { actorNow } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/open';
import { type RequestFact, requestFacts } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';

/** Appends what happened to a payment request. */
export const tell = (
  tx: Tx | Database,
  { newId }: Pick<Deps, 'newId'>,
  requestId: string,
  fact: RequestFact,
  at: Instant,
) => tx.insert(requestFacts).values({ id: newId(), requestId, fact: { ...fact, actor: actorNow() }, at });
