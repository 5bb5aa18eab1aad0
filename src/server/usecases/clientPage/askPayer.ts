import type { AskPayer } from '#contracts/clientPage/client';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import type { Deps } from '#server/deps';
import { bookingOfLink, makeClientLink } from '#server/links/clientLink';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import { writeMessage } from '#server/mail/letters/writeMessage';

export type PayerRefusal =
  NotFound | { readonly code: 'link_unknown' | 'link_expired' | 'nothing_due' | 'too_many_payers' };

/** A booking asks so many payers by message, and gives so many links to copy: each a count of its own, in all its life. */
const mostAsked = 10;
const mostCopied = 20;

/**
 * Somebody else pays: a link that shows what a payer needs and nothing else, to copy or sent by message. What is paid
 * by it keeps no card.
 */
export const askPayer =
  (deps: Deps) =>
  async ({ link, attempt, to }: AskPayer): Promise<Result<{ url: string | null }, PayerRefusal>> => {
    const { db, clock, newId, baseUrl } = deps;
    const opened = await bookingOfLink(db, link, clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    const result = await onBooking<{ url: string | null }, PayerRefusal>(
      deps,
      opened.bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const { booking, facts } = loaded;
        const { outstanding } = bookingState.position;
        if (outstanding === 0) return refuse({ code: 'nothing_due' });
        const same = facts.filter((fact) => fact.kind === 'payerAsked' && (fact.to === null) === (to === null));
        if (same.length >= (to === null ? mostCopied : mostAsked)) return refuse({ code: 'too_many_payers' });
        await recordFacts(tx, loaded, [{ kind: 'payerAsked', at: now, to }], now);
        if (to === null)
          return ok({ url: `${baseUrl}/b/${await makeClientLink(tx, booking.id, bookingState.endAt, now, 'payer')}` });
        await writeMessage(tx, loaded, {
          id: newId(),
          cause: `payer:${attempt}`,
          occasion: 'payer',
          part: null,
          payer: to,
          now,
        });
        return ok({ url: null });
      },
    );
    deps.outbox.wake();
    return result;
  };
