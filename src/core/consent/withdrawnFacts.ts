import type { FactOf } from '#core/bookings/facts';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';

/** That each card or account kept for a booking may be charged no more (docs/rules/consent.md, rule 5). */
export function withdrawnFacts(
  { card, holdCard }: Pick<Ledger, 'card' | 'holdCard'>,
  at: Instant,
): FactOf<'consentWithdrawn'>[] {
  const kept = [...(card ? [card] : []), ...(holdCard && holdCard.cardId !== card?.cardId ? [holdCard] : [])];
  return kept.map(({ cardId, last4 }) => ({ kind: 'consentWithdrawn', at, cardId, last4 }));
}
