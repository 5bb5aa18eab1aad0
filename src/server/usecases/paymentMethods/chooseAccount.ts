import type { ChooseAccount } from '#contracts/paymentMethods/paymentMethods';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/bookings/record';
import type { Deps } from '#server/deps';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import { connectedAccounts } from '#server/paymentMethods/payAccounts';

export type ChooseAccountRefusal =
  | NotFound
  | { readonly code: 'account_not_found' | 'other_currency' | 'account_not_usable'; readonly path: 'accountId' };

/** The owner has a booking's next payment go through another account than usual. */
export const chooseAccount =
  (deps: Deps) =>
  ({ bookingId, accountId }: ChooseAccount): Promise<Result<null, ChooseAccountRefusal>> =>
    onBooking<null, ChooseAccountRefusal>(deps, bookingId, async ({ tx, loaded, bookingState, now }) => {
      if (bookingState.ledger.accountChosen === accountId) return ok(null);
      const all = await connectedAccounts(tx, deps.adapters, now);
      const account = all.find(({ id, way }) => id === accountId && way !== 'reader');
      if (accountId !== null) {
        // A test account beside live ones is offered to nobody.
        if (!account || account.live !== all.some(({ live }) => live))
          return refuse({ code: 'account_not_found', path: 'accountId' });
        if (account.currency !== loaded.booking.currency) return refuse({ code: 'other_currency', path: 'accountId' });
        if (!account.usable) return refuse({ code: 'account_not_usable', path: 'accountId' });
      }
      await recordFacts(tx, loaded, [{ kind: 'accountChosen', at: now, accountId, name: account?.name ?? '' }], now);
      return ok(null);
    });
