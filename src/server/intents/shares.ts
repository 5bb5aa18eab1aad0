import type { Fact, KeptFor } from '#core/booking/facts';
import type { Instant } from '#core/calendar/instant';
import { minor } from '#core/money/minor';
import type { Tx } from '#server/database/open';
import { cards } from '#server/database/schema/clients';
import type { IntentRow } from '#server/intents/openIntent';
import type { CardUsed, PaidShare } from '#server/intents/request';

/** What counts towards the booking of the intent itself, without fee and tip. */
export function ownShare({ request, amount, bookingId }: IntentRow): PaidShare & { readonly keeps: boolean } {
  if (request.kind !== 'pay') {
    const fee = request.kind === 'charge' ? request.fee : undefined;
    return {
      bookingId,
      consent: '',
      amount: minor(amount - (fee?.amount ?? 0)),
      ...(fee ? { fee } : {}),
      keeps: false,
    };
  }
  const keeps = request.keepsCard !== false;
  const shared = request.shares?.find((share) => share.bookingId === bookingId);
  if (shared) return { ...shared, keeps };
  const { fee, tip, settles, consent } = request;
  const counted = minor(amount - (fee?.amount ?? 0) - (tip ?? 0));
  const more = { ...(fee ? { fee } : {}), ...(tip ? { tip } : {}), ...(settles ? { settles } : {}) };
  return { bookingId, consent, amount: counted, ...more, keeps };
}

/** The bookings that the payment is for besides its own, in the order in which every payment of several locks them. */
export const otherShares = ({ request, bookingId }: IntentRow): readonly PaidShare[] =>
  request.kind === 'pay' ? (request.shares ?? []).filter((share) => share.bookingId !== bookingId) : [];

/** Keeps a card or bank account for later, as the client agreed. */
export async function keepCard(
  tx: Tx,
  clientId: string,
  card: CardUsed,
  { consent, use }: { readonly consent: string; readonly use?: KeptFor | undefined },
  now: Instant,
): Promise<Fact> {
  const { id, token, last4, account: accountId, way } = card;
  const row = { id, clientId, token, last4, accountId, way: way ?? ('card' as const), addedAt: now };
  await tx.insert(cards).values(row).onConflictDoNothing();
  return { kind: 'cardKept', at: now, cardId: id, last4, consent, ...(way ? { way } : {}), ...(use ? { use } : {}) };
}
