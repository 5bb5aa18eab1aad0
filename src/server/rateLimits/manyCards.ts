import { mostRefusedCards, nextTryAt } from '#core/bookings/cardTries';
import type { Fact } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import { refuse } from '#core/result';
import type { Tx } from '#server/database/database';
import { writeNotice } from '#server/mail/notify/write';

export type TooManyCards = { readonly code: 'too_many_cards'; readonly until: Instant };

/** The refusals of cards that a client typed; those of a card on file are the agenda's. */
export const refusedCards = (facts: readonly Fact[]): Instant[] =>
  facts.flatMap((fact) => (fact.kind === 'chargeDeclined' && fact.clientPresent ? [fact.at] : []));

/** Why no card may be tried now; null where one may. */
export function tooManyCards(refused: readonly Instant[], now: Instant) {
  const until = nextTryAt(refused, now);
  return until && refuse({ code: 'too_many_cards', until } as TooManyCards);
}

/** Tells the owner once that the last card of the day was refused somewhere. */
export async function tellOfManyCards(
  tx: Tx,
  about: {
    readonly id: string;
    readonly of: string;
    readonly path: string;
    readonly refused: readonly Instant[];
    readonly now: Instant;
  },
): Promise<void> {
  const { id, of, path, refused, now } = about;
  if (refused.length === 0 || refused.length % mostRefusedCards !== 0) return;
  await writeNotice(tx, {
    id,
    now,
    key: `cards:${of}:${refused.length}`,
    subject: `${of}: ${refused.length} cards were refused`,
    lines: [
      `${refused.length} cards were tried and refused for ${of}. Somebody may be sorting stolen ones.`,
      'Nothing was charged. No other card is taken there for a day.',
    ],
    path,
  });
}
