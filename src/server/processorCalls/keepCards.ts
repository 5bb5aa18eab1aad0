import type { Fact } from '#core/bookings/facts';
import type { Asked } from '#core/payments/shares';
import { cards } from '#server/database/schema/clients';
import { insertAll } from '#server/database/oneStatement';
import { type SQL, sql } from 'drizzle-orm';

/** The row of a card or bank account that these facts keep; null where they keep none. */
export function cardRow(clientId: string, { request }: Pick<Asked, 'request'>, facts: readonly Fact[]) {
  if (!('card' in request)) return null;
  const { id, token, last4, account: accountId, way } = request.card;
  const kept = facts.find((fact) => fact.kind === 'cardKept' && fact.cardId === id);
  if (!kept) return null;
  return { id, clientId, token, last4, accountId, way: way ?? ('card' as const), addedAt: kept.at };
}

/** Writes its token, so that it can be charged later: a part of the statement that records these facts. */
export function cardSteps(clientId: string, asked: Pick<Asked, 'request'>, facts: readonly Fact[]): SQL[] {
  const row = cardRow(clientId, asked, facts);
  if (!row) return [];
  const keys = ['id', 'clientId', 'token', 'last4', 'accountId', 'way', 'addedAt'] as const;
  return [sql`${insertAll(cards, keys, [row])} on conflict do nothing`];
}
