import type { Recorded } from '#core/people/actor';
import { actorNow } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import { requestFactsRead } from '#core/factCodec/readFact';
import { keepWords } from '#server/database/keptWords';
import type { Database, Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { requestFacts } from '#server/database/schema/credit';
import { words } from '#server/database/schema/words';
import type { Deps } from '#server/deps';
import { desc, eq, sql } from 'drizzle-orm';

/** Appends what happened to a payment request. */
export async function tell(
  tx: Tx | Database,
  { newId }: Pick<Deps, 'newId'>,
  requestId: string,
  fact: RequestFact,
  at: Instant,
): Promise<void> {
  const { fact: bare, said } = requestFactsRead.written({ ...fact, actor: actorNow() });
  const wordsId = await keepWords(tx, said);
  await tx.insert(requestFacts).values({ id: newId(), requestId, fact: bare, wordsId, at });
}

export type ToldOfRequest = { readonly requestId: string; readonly at: Instant; readonly fact: Recorded<RequestFact> };

const factsOf = prepared((db) =>
  db
    .select({ requestId: requestFacts.requestId, at: requestFacts.at, fact: requestFacts.fact, said: words.said })
    .from(requestFacts)
    .leftJoin(words, eq(words.id, requestFacts.wordsId))
    .where(sql`${requestFacts.requestId} = any(${sql.placeholder('ids')})`)
    .orderBy(desc(requestFacts.seq)),
);

/** What happened to these payment requests, newest first. */
export async function factsOfRequests(db: Tx | Database, ids: readonly string[]): Promise<ToldOfRequest[]> {
  if (ids.length === 0) return [];
  const rows = await factsOf(db, { ids });
  return rows.map(({ requestId, at, fact, said }) => ({ requestId, at, fact: requestFactsRead.whole(fact, said) }));
}
