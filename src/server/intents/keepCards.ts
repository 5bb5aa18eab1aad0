import type { Fact } from '#core/booking/facts';
import type { Asked } from '#core/paying/shares';
import type { Tx } from '#server/database/database';
import { cards } from '#server/database/schema/clients';

/** The row of a card or bank account that these facts keep; null where they keep none. */
export function cardRow(clientId: string, { request }: Pick<Asked, 'request'>, facts: readonly Fact[]) {
  if (!('card' in request)) return null;
  const { id, token, last4, account: accountId, way } = request.card;
  const kept = facts.find((fact) => fact.kind === 'cardKept' && fact.cardId === id);
  if (!kept) return null;
  return { id, clientId, token, last4, accountId, way: way ?? ('card' as const), addedAt: kept.at };
}

/** Writes its token, so that it can be charged later. */
export async function keepCards(
  tx: Tx,
  clientId: string,
  asked: Pick<Asked, 'request'>,
  facts: readonly Fact[],
): Promise<void> {
  const row = cardRow(clientId, asked, facts);
  if (row) await tx.insert(cards).values(row).onConflictDoNothing();
}
