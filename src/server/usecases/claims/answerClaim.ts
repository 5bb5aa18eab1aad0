import type { AgreeAnew, AnswerClaim } from '#contracts/claims/after';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { claimAnswered, type MayNotAnswer } from '#core/claims/mayClaim';
import { asksAnew, notAgreed } from '#core/consent/purposesOf';
import { zero } from '#core/money/minor';
import type { ProcessorCall } from '#core/payments/processorCall';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { cardOnFile } from '#server/bookings/cardOnFile';
import { recordFacts } from '#server/bookings/record';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, openCall, type ToCarryOut } from '#server/processorCalls/openCall';
import { outcomeOf } from '#server/processorCalls/outcomeOf';
import { bookingOfLink } from '#server/links/clientLink';
import { asks } from '#server/paymentMethods/askedConsent';

type OfLink = NotFound | { readonly code: 'link_unknown' | 'link_expired' };

/** The client accepts a claim, or says why not. */
export const answerClaim =
  (deps: Deps) =>
  async (answer: AnswerClaim): Promise<Result<null, OfLink | MayNotAnswer>> => {
    const opened = await bookingOfLink(deps.db, answer.link, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    return onBooking<null, MayNotAnswer>(deps, opened.bookingId, async ({ tx, loaded, bookingState, now }) => {
      const decided = claimAnswered(bookingState, answer);
      if (!decided.ok) return decided;
      if (decided.value) await recordFacts(tx, loaded, [decided.value], now);
      return ok(null);
    });
  };

export type AgreeAnewRefusal = OfLink | { readonly code: 'booking_over' | 'no_card' | 'nothing_to_agree' };

/** The client agrees to what their card is to pay and hold now; it is checked with its bank, with them there. */
export const agreeAnew =
  (deps: Deps) =>
  async ({ link, attempt }: AgreeAnew): Promise<Result<PayOutcome, AgreeAnewRefusal>> => {
    const opened = await bookingOfLink(deps.db, link, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    const { bookingId } = opened;
    const intended = await onBooking<ToCarryOut, AgreeAnewRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const cause = `agree:${attempt}`;
        const before = await callByCause(tx, bookingId, cause);
        if (before) return ok(before.id);
        const { ledger } = bookingState;
        if (ledger.cancelled || ledger.lapsed || ledger.closedOut) return refuse({ code: 'booking_over' });
        const short = notAgreed(bookingState);
        if (!asksAnew(short)) return refuse({ code: 'nothing_to_agree' });
        // Two cards agree each for what it is kept for: the one whose sum is short first.
        const same = ledger.card?.cardId === ledger.holdCard?.cardId;
        const forHold = short.hold !== null && !same;
        const card = await cardOnFile(tx, forHold ? ledger.holdCard : ledger.card);
        if (!card) return refuse({ code: 'no_card' });
        const use = same ? undefined : forHold ? ('hold' as const) : ('payments' as const);
        const { number } = loaded.booking;
        const agreed = (await asks(tx))({ bookingState, number, way: card.way ?? 'card', use });
        const request: ProcessorCall = { kind: 'verify', card, ...agreed, ...(use ? { use } : {}) };
        return ok(await openCall(tx, { id: deps.newId(), bookingId, cause, request, amount: zero, now }));
      },
    );
    if (!intended.ok) return intended;
    const answer = await makeCall(deps, intended.value);
    await runDueOf(deps, { bookings: [bookingId] });
    return ok(outcomeOf(answer));
  };
