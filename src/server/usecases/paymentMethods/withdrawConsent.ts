import type { OnLink } from '#contracts/clientPage/client';
import { withdrawnFacts } from '#core/consent/withdrawnFacts';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';
import { bookingOfLink } from '#server/links/clientLink';

export type WithdrawConsentRefusal = NotFound | { readonly code: 'link_unknown' | 'link_expired' };

/** What the client keeps on file is charged no more (docs/rules/consent.md, rule 5). */
export const withdrawConsent =
  (deps: Deps) =>
  async ({ link }: OnLink): Promise<Result<null, WithdrawConsentRefusal>> => {
    const opened = await bookingOfLink(deps.db, link, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    return onBooking<null, never>(deps, opened.bookingId, async ({ tx, loaded, bookingState, now: at }) => {
      const withdrawn = withdrawnFacts(bookingState.ledger, at);
      if (withdrawn.length > 0) await recordFacts(tx, loaded, withdrawn, at);
      return ok(null);
    });
  };
