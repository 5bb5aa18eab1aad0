import { vault } from '#world/cardNetwork/tables';
import { type CardFault, readNumber } from '#world/cardNetwork/testCards';
import type { WorldDatabase } from '#world/database';
import { randomBytes } from 'node:crypto';

/** Turns a typed number into a token. The number is not kept; only the network's own frame may send one here. */
export async function tokenise(
  db: WorldDatabase,
  typed: string,
): Promise<{ token: string; last4: string } | { fault: CardFault }> {
  const card = readNumber(typed);
  if ('fault' in card) return card;
  const token = `card_${randomBytes(15).toString('base64url')}`;
  await db.insert(vault).values({ token, ...card });
  return { token, last4: card.last4 };
}
