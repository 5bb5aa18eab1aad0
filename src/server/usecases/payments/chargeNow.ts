import { atCost } from '#core/fee/cost';
import { costOf } from '#server/paymentMethods/payAccounts';
import type { OnBooking } from '#contracts/bookings/owner';
import { chargeableNow } from '#core/consent/chargeable';
import { payable } from '#core/bookings/bookingState';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { cardOnFile } from '#server/bookings/cardOnFile';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, openCall, paymentUnderWay, type ToCarryOut } from '#server/processorCalls/openCall';
import { withFee } from '#core/payments/withFee';
import type { AskRefusal } from '#server/usecases/payments/requestNow';
import { onBooking } from '#server/unitOfWork/onBooking';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { outcomeOf } from '#server/processorCalls/outcomeOf';

export type ChargeRefusal = AskRefusal | { readonly code: 'no_card' | 'payment_under_way' | 'not_agreed' };

/** The owner charges what is due to the card on file, now. */
export const chargeNow =
  (deps: Deps) =>
  async ({ bookingId, requestKey }: OnBooking): Promise<Result<PayOutcome, ChargeRefusal>> => {
    const intended = await onBooking<ToCarryOut, ChargeRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const cause = `byHand:${requestKey}`;
        const before = await callByCause(tx, bookingId, cause);
        if (before) return ok(before.id);
        if (payable(bookingState).dueNow === 0) return refuse({ code: 'nothing_due' });
        const card = await cardOnFile(tx, bookingState.ledger.card);
        if (!card) return refuse({ code: 'no_card' });
        // What its holder did not agree to is no charge, whoever asks for it: it is a request.
        const amount = chargeableNow(bookingState.parts, bookingState.ledger);
        if (amount === 0) return refuse({ code: 'not_agreed' });
        if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
        const description = `${loaded.booking.number} ${loaded.booking.title}`;
        const { charged, ...fee } = withFee(
          atCost(bookingState, await costOf(tx, deps, card.account)),
          loaded.booking.tax,
          amount,
          card.way,
        );
        const request = { kind: 'charge' as const, card, description, ...fee };
        const intent = { id: deps.newId(), bookingId, cause, request, amount: charged, now };
        return ok(await openCall(tx, intent));
      },
    );
    if (!intended.ok) return intended;
    const answer = await makeCall(deps, intended.value);
    await runDueOf(deps, { bookings: [bookingId] });
    return ok(outcomeOf(answer));
  };
