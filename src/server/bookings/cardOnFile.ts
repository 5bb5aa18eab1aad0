import type { CardOnFile } from '#core/bookings/ledger';
import type { Tx } from '#server/database/database';
import { cards } from '#server/database/schema/clients';
import type { CardUsed } from '#core/payments/processorCall';
import { eq } from 'drizzle-orm';

/** A card or bank account that a booking keeps, with its token; null where there is none. */
export async function cardOnFile(tx: Tx, card: CardOnFile | null): Promise<CardUsed | null> {
  if (!card) return null;
  const [row] = await tx.select().from(cards).where(eq(cards.id, card.cardId));
  if (!row) return null;
  const { id, token, last4, accountId: account, way } = row;
  return { id, token, last4, account, ...(way === 'debit' ? { way } : {}) };
}
