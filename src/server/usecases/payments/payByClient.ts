import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { GiveCard, PayByClient } from '#contracts/clientPage/client';
import type { KeptFor } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { type Minor, sum, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { dealOf } from '#server/bookings/dealOf';
import type { Deps } from '#server/deps';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { makeCall } from '#server/processorCalls/makeCall';
import { askedBefore, callByCause, type CallRow, openCall, type ToCarryOut } from '#server/processorCalls/openCall';
import { type MayNotPay, mayPay } from '#core/payments/mayPay';
import type { CardUsed, ProcessorCall } from '#core/payments/processorCall';
import { bookingOfLink } from '#server/links/clientLink';
import { decideOn, type NotFound } from '#server/unitOfWork/onBooking';
import { readBooking } from '#server/bookings/lockBooking';
import { refusedCards, type TooManyCards, tooManyCards } from '#server/rateLimits/manyCards';
import { takesTips } from '#server/bookings/takesTips';
import { asks } from '#server/paymentMethods/askedConsent';
import { atCost } from '#core/fee/cost';
import { cardCost, offeredFor, pickAccount } from '#server/paymentMethods/offered';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { runPlanned } from '#server/jobs/run/runDue';
import { outcomeOf } from '#server/processorCalls/outcomeOf';

export type PayRefusal =
  | NotFound
  | TooManyCards
  | {
      readonly code:
        | 'link_unknown'
        | 'link_expired'
        | 'booking_over'
        | 'card_unknown'
        | 'attempt_changed'
        | 'tip_not_taken'
        | 'way_not_offered';
    }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null }
  | MayNotPay;

const confirmUrlOf = ({ answer }: CallRow): string | null => (answer?.outcome === 'confirm' ? answer.url : null);

/**
 * A client pays by card, and with the payment gives the card that later dates and the hold are charged to. One try at a
 * time: a second tab is told, a repeat of the same attempt is answered as the first was.
 */
export const payByClient =
  (deps: Deps) =>
  (request: PayByClient): Promise<Result<PayOutcome, PayRefusal>> =>
    fromClient(deps, request);

/** A client gives a card without paying: it is checked with its bank, and one that fails does not replace a good one. */
export const giveCard =
  (deps: Deps) =>
  (request: GiveCard): Promise<Result<PayOutcome, PayRefusal>> =>
    fromClient(deps, { ...request, amount: null });

/** The sum that the client was asked for, without a fee passed on. */
const baseOf = ({ amount, request }: CallRow): number =>
  amount - (request.kind === 'pay' ? (request.fee?.amount ?? 0) + (request.tip ?? 0) : 0);

async function fromClient(
  deps: Deps,
  asked: Omit<PayByClient, 'amount'> & { amount: Minor | null; use?: KeptFor | undefined },
): Promise<Result<PayOutcome, PayRefusal>> {
  const { link, attempt, card, amount } = asked;
  const { db, clock, newId } = deps;
  const opened = await bookingOfLink(db, link, clock.now());
  if ('fault' in opened) return refuse({ code: opened.fault });
  const byPayer = opened.purpose === 'payer';
  if (byPayer && amount === null) return refuse({ code: 'link_unknown' });
  const { bookingId } = opened;
  const cause = `client:${attempt}`;
  const asBefore = (before: CallRow): Result<ToCarryOut, PayRefusal> => {
    const same = baseOf(before) === (amount ?? zero) && 'card' in before.request && before.request.card.token === card;
    return same ? ok(before.id) : refuse({ code: 'attempt_changed' });
  };
  const outcome = async (intended: Result<ToCarryOut, PayRefusal>): Promise<Result<PayOutcome, PayRefusal>> => {
    if (!intended.ok) return intended;
    const since = jobsWritten();
    const answer = await makeCall(deps, intended.value);
    await runPlanned(deps, bookingId, since);
    return ok(outcomeOf(answer));
  };
  /** Whatever has changed since, what was begun is answered. */
  const unlessBegun = async (code: 'way_not_offered' | 'card_unknown'): Promise<Result<PayOutcome, PayRefusal>> => {
    const earlier = await callByCause(db, bookingId, cause);
    return earlier ? outcome(asBefore(earlier)) : refuse({ code });
  };
  const about = (await readBooking(db, bookingId))!;
  const chosen = ledgerOf(about.facts).accountChosen;
  const offered = await offeredFor(db, deps, [about.booking], clock.now(), chosen);
  const account = pickAccount(offered, asked.account);
  if (!account) return unlessBegun('way_not_offered');
  // Outside the transaction: it asks the world.
  const known = await (await processorOf(deps, account.id)).cardOf(card);
  if (!known) return unlessBegun('card_unknown');

  const intended = await decideOn<ToCarryOut, PayRefusal>(
    deps,
    bookingId,
    async ({ tx, loaded, bookingState, now }) => {
      const { before, underWay } = await askedBefore(tx, bookingId, cause);
      if (before) return asBefore(before);
      if (bookingState.ledger.lapsed) return refuse({ code: 'booking_over' });
      const stopped = tooManyCards(refusedCards(loaded.facts), now);
      if (stopped) return stopped;
      const byDebit = account.way === 'debit';
      const used: CardUsed = {
        id: newId(),
        token: card,
        last4: known.last4,
        account: account.id,
        ...(byDebit ? { way: 'debit' } : {}),
      };
      const make = (request: ProcessorCall, asked: Minor) =>
        openCall(tx, { id: newId(), bookingId, cause, request, amount: asked, now });
      const asking = {
        bookingState,
        number: loaded.booking.number,
        way: account.way === 'debit' ? 'debit' : 'card',
      } as const;
      // Somebody else who pays keeps no card, and agrees to this one payment.
      const agreed = byPayer ? { consent: '' } : (await asks(tx))({ ...asking, use: asked.use });
      if (amount === null) {
        if (bookingState.ledger.cancelled || bookingState.ledger.closedOut) return refuse({ code: 'booking_over' });
        const use = asked.use ? { use: asked.use } : {};
        return ok(await make({ kind: 'verify', card: used, ...agreed, ...use }, zero));
      }

      if (underWay) return refuse({ code: 'payment_under_way', confirmUrl: confirmUrlOf(underWay) });
      const may = mayPay(atCost(bookingState, cardCost(offered)), dealOf(loaded.booking), {
        ...asked,
        // A payer's page tells nothing of what was paid before, so it has seen nothing that could have changed.
        seen: byPayer ? undefined : asked.seen,
        amount,
        way: used.way,
      });
      if (!may.ok) return may;
      if (asked.tip && !(await takesTips(tx, loaded.booking))) return refuse({ code: 'tip_not_taken' });
      const { charged, ...more } = may.value;
      const description = `${loaded.booking.number} ${loaded.booking.title}`;
      const keeps = byPayer ? { keepsCard: false as const } : {};
      const tip = asked.tip ? { tip: asked.tip } : {};
      const request: ProcessorCall = { kind: 'pay', card: used, ...agreed, description, ...keeps, ...more, ...tip };
      return ok(await make(request, sum([charged, asked.tip ?? zero])));
    },
  );
  return outcome(intended);
}
