import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { Clock } from '#server/ports';
import { descriptions } from '#world/accounts/catalogue';
import { accounts } from '#world/accounts/tables';
import { answerConfirmation } from '#world/cardNetwork/processor';
import { requests } from '#world/cardNetwork/tables';
import { type CardFault, readNumber } from '#world/cardNetwork/testCards';
import type { WorldDatabase } from '#world/database';
import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';

const readers = Object.entries(descriptions).flatMap(([id, { abilities }]) => (abilities.way === 'reader' ? [id] : []));

export type ReaderScreen = {
  readonly reference: string;
  readonly amount: Minor;
  readonly currency: string;
  readonly description: string;
  readonly until: Instant;
  /** The sum is only set aside. */
  readonly held: boolean;
};

/** What the reader's screen asks for: the newest request that waits for a card; null where none does. */
export async function readerScreen(db: WorldDatabase): Promise<ReaderScreen | null> {
  const [row] = await db
    .select({ request: requests.request, confirmation: requests.confirmation, until: requests.confirmUntil })
    .from(requests)
    .innerJoin(accounts, eq(accounts.reference, requests.account))
    .where(and(inArray(accounts.provider, readers), isNotNull(requests.confirmUntil)))
    .orderBy(desc(requests.at))
    .limit(1);
  if (!row || (row.request.kind !== 'charge' && row.request.kind !== 'authorise')) return null;
  const { amount, currency, description, kind } = row.request;
  const held = kind === 'authorise';
  return { reference: row.confirmation!, amount, currency, description, until: row.until!, held };
}

/** A card is presented to the reader, or the payment is stopped there. */
export async function presentCard(
  at: { readonly db: WorldDatabase; readonly clock: Clock },
  reference: string,
  typed: string | null,
): Promise<'done' | 'unknown' | 'over' | { fault: CardFault }> {
  if (typed === null) return answerConfirmation(at, reference, false);
  const card = readNumber(typed);
  return 'fault' in card ? card : answerConfirmation(at, reference, true, card);
}

/** What came of a sum that the reader asked for. */
export async function outcomeAtReader(db: WorldDatabase, reference: string): Promise<'paid' | 'refused' | 'waiting'> {
  const [row] = await db.select({ answer: requests.answer }).from(requests).where(eq(requests.confirmation, reference));
  if (row?.answer.outcome === 'approved') return 'paid';
  return row?.answer.outcome === 'declined' ? 'refused' : 'waiting';
}
