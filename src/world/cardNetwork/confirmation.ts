import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { requests, vault } from '#world/cardNetwork/tables';
import type { WorldDatabase } from '#world/database';
import { eq } from 'drizzle-orm';

export type Confirmation = {
  readonly amount: Minor;
  readonly currency: string | null;
  readonly description: string;
  readonly last4: string;
  readonly kind: 'charge' | 'authorise' | 'verify';
  readonly state: 'waiting' | 'approved' | 'declined';
  readonly until: Instant | null;
};

/** What the bank's page asks the client to confirm; null for a secret that nobody was given. */
export async function confirmationOf(db: WorldDatabase, secret: string): Promise<Confirmation | null> {
  const [row] = await db.select().from(requests).where(eq(requests.confirmation, secret));
  // What waits at a reader is answered there.
  if (!row || !('card' in row.request) || row.request.card === null || row.answer.outcome === 'pending') return null;
  const { request, answer } = row;
  const [card] = await db
    .select()
    .from(vault)
    .where(eq(vault.token, request.card ?? ''));
  const state = answer.outcome === 'confirm' ? 'waiting' : answer.outcome;
  const about = { kind: request.kind, last4: card?.last4 ?? '', state, until: row.confirmUntil } as const;
  if (request.kind === 'verify') return { ...about, amount: 0 as Minor, currency: null, description: '' };
  return { ...about, amount: request.amount, currency: request.currency, description: request.description };
}
