import type { UseCard } from '#contracts/clientPage/client';
import { ok, refuse, type Result } from '#core/result';
import { asks } from '#server/paymentMethods/askedConsent';
import { recordFacts } from '#server/bookings/record';
import { cards } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { bookingOfLink } from '#server/links/clientLink';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import { and, eq } from 'drizzle-orm';

export type UseCardRefusal =
  NotFound | { readonly code: 'link_unknown' | 'link_expired' | 'card_unknown' | 'booking_over' };

/** The client chooses one of the cards that they gave before; each was checked with its bank then. */
export const useCard =
  (deps: Deps) =>
  async ({ link, cardId, use }: UseCard): Promise<Result<{ last4: string }, UseCardRefusal>> => {
    const opened = await bookingOfLink(deps.db, link, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    return onBooking<{ last4: string }, UseCardRefusal>(
      deps,
      opened.bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const { ledger } = bookingState;
        if (ledger.cancelled || ledger.lapsed || ledger.closedOut) return refuse({ code: 'booking_over' });
        const [card] = await tx
          .select()
          .from(cards)
          .where(and(eq(cards.id, cardId), eq(cards.clientId, loaded.booking.clientId)));
        if (!card) return refuse({ code: 'card_unknown' });
        // Nothing can be held on a bank account.
        if (card.way === 'debit' && use === 'hold') return refuse({ code: 'card_unknown' });
        const kept =
          use === 'hold' ? [ledger.holdCard] : use === 'payments' ? [ledger.card] : [ledger.card, ledger.holdCard];
        if (kept.every((each) => each?.cardId === cardId)) return ok({ last4: card.last4 });
        const { last4 } = card;
        const { number } = loaded.booking;
        const agreed = (await asks(tx))({ bookingState, number, way: card.way, use });
        const way = card.way === 'debit' ? { way: 'debit' as const } : {};
        await recordFacts(
          tx,
          loaded,
          [{ kind: 'cardKept', at: now, cardId, last4, ...agreed, ...way, ...(use ? { use } : {}) }],
          now,
        );
        return ok({ last4 });
      },
    );
  };
