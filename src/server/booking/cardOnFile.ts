import type { Ledger } from '#core/booking/ledger';
import type { Tx } from '#server/database/open';
import { cards } from '#server/database/schema/clients';
import type { CardUsed } from '#server/intents/request';
import { eq } from 'drizzle-orm';

/** The card that a booking charges, with its token; null where none is on file. */
export async function cardOnFile(tx: Tx, { card }: Pick<Ledger, 'card'>): Promise<CardUsed | null> {
  if (!card) return null;
  const [row] = await tx.select().from(cards).where(eq(cards.id, card.cardId));
  return row ? { id: row.id, token: row.token, last4: row.last4 } : null;
}
