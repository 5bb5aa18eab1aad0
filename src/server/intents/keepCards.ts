import type { Fact } from '#core/booking/facts';
import type { Asked } from '#core/paying/shares';
import type { Tx } from '#server/database/database';
import { cards } from '#server/database/schema/clients';

/** Writes the token of a card or bank account that these facts keep, so that it can be charged later. */
export async function keepCards(
  tx: Tx,
  clientId: string,
  { request }: Pick<Asked, 'request'>,
  facts: readonly Fact[],
): Promise<void> {
  if (!('card' in request)) return;
  const { id, token, last4, account: accountId, way } = request.card;
  const kept = facts.find((fact) => fact.kind === 'cardKept' && fact.cardId === id);
  if (!kept) return;
  const row = { id, clientId, token, last4, accountId, way: way ?? ('card' as const), addedAt: kept.at };
  await tx.insert(cards).values(row).onConflictDoNothing();
}
