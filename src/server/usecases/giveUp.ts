import type { GiveUp } from '#contracts/change';
import type { Minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/booking/record';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/intents/openIntent';
import { type NotFound, onBooking } from '#server/usecases/onBooking';

export type GiveUpRefusal =
  | NotFound
  | { readonly code: 'not_over_yet' | 'position_changed' | 'payment_under_way' }
  | { readonly code: 'above_outstanding'; readonly limit: Minor; readonly path: 'amount' };

/** What is owed after the service or a cancellation will not be asked for any more: a bad debt in the books. */
export const giveUp =
  (deps: Deps) =>
  ({ bookingId, amount, seen }: GiveUp): Promise<Result<{ outstanding: Minor }, GiveUpRefusal>> =>
    onBooking<{ outstanding: Minor }, GiveUpRefusal>(deps, bookingId, async ({ tx, loaded, standing, now }) => {
      const { ledger, position } = standing;
      if (!ledger.delivered && !ledger.cancelled) return refuse({ code: 'not_over_yet' });
      if (ledger.givenUp !== seen) return refuse({ code: 'position_changed' });
      const limit = position.outstanding;
      if (amount > limit) return refuse({ code: 'above_outstanding', limit, path: 'amount' });
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const recorded = await recordFacts(tx, loaded, [{ kind: 'givenUp', at: now, amount }], now);
      return ok({ outstanding: recorded.standing.position.outstanding });
    });
