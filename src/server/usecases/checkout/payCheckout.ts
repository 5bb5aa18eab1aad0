import type { PayCheckout } from '#contracts/checkout/checkout';
import { asConfirmed, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { type Minor, sum, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, openCall, paymentUnderWay, type ToCarryOut } from '#server/processorCalls/openCall';
import { chargedFor, toGiveCard, toPay } from '#core/checkout/cart';
import type { CardUsed, ProcessorCall, PaidShare } from '#core/payments/processorCall';
import { takesTips } from '#server/bookings/takesTips';
import { refusedCards, type TooManyCards, tooManyCards } from '#server/rateLimits/manyCards';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import { outcomeOf } from '#server/processorCalls/outcomeOf';
import { asks } from '#server/paymentMethods/askedConsent';
import type { Cost } from '#core/fee/fee';
import { cardCost, offeredFor, pickAccount } from '#server/paymentMethods/offered';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { type InCheckout, idsOfCheckout, bookingsOfCheckout, toReserveOf, shareOf } from '#server/checkout/inCheckout';

export type PayCheckoutRefusal =
  | { readonly code: 'checkout_unknown' | 'place_gone' | 'nothing_due' | 'position_changed' | 'card_unknown' }
  | TooManyCards
  | { readonly code: 'attempt_changed' | 'tip_not_taken' | 'way_not_offered' }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null };

type Attempt = PayCheckout & { readonly used: CardUsed } & { readonly cost: Cost | null };

/**
 * Pays a whole checkout by one card: one charge for all that is due, its shares recorded with each booking; then what
 * is reserved for requests, then cards that are kept. A repeat of the attempt is answered as the first was.
 */
export const payCheckout =
  (deps: Deps) =>
  async (request: PayCheckout): Promise<Result<PayOutcome, PayCheckoutRefusal>> => {
    const { db, clock, newId } = deps;
    const ids = await idsOfCheckout(db, request.key);
    await runDueOf(deps, { bookings: ids }); // a place that has run out is not paid for
    const paidFor = await Promise.all(ids.map((id) => readBooking(db, id)));
    if (paidFor.length === 0) return refuse({ code: 'checkout_unknown' });
    const bookings = paidFor.map((each) => each!.booking);
    const offered = await offeredFor(db, deps, bookings, clock.now());
    const account = pickAccount(offered, request.account);
    if (!account) return refuse({ code: 'way_not_offered' });
    const known = await (await processorOf(deps, account.id)).cardOf(request.card);
    if (!known) return refuse({ code: 'card_unknown' });
    const way = account.way === 'debit' ? { way: 'debit' as const } : {};
    const used = { id: newId(), token: request.card, last4: known.last4, account: account.id, ...way };
    const intended = await db.transaction((tx) =>
      intend(tx, deps, { ...request, used, cost: cardCost(offered) }, clock.now()),
    );
    if (!intended.ok) return intended;
    let outcome: PayOutcome = { state: 'paid' };
    for (const id of intended.value) {
      outcome = outcomeOf(await makeCall(deps, id));
      if (outcome.state !== 'paid' && outcome.state !== 'onTheWay') break;
    }
    await runDueOf(deps, { bookings: ids });
    return ok(outcome);
  };

async function intend(
  tx: Tx,
  { newId }: Deps,
  attempt: Attempt,
  now: Instant,
): Promise<Result<ToCarryOut[], PayCheckoutRefusal>> {
  const all = await bookingsOfCheckout(tx, attempt.key, now);
  if (!all) return refuse({ code: 'checkout_unknown' });
  const before = await madeBefore(tx, all, attempt);
  if (before) return before;
  const stopped = tooManyCards(refusedCards(all[0]!.loaded.facts), now);
  if (stopped) return stopped;
  for (const { loaded } of all) {
    const underWay = await paymentUnderWay(tx, loaded.booking.id);
    const url = underWay?.answer?.outcome === 'confirm' ? underWay.answer.url : null;
    if (underWay) return refuse({ code: 'payment_under_way', confirmUrl: url });
  }
  if (all.some(({ current }) => current.ledger.lapsed || current.ledger.cancelled))
    return refuse({ code: 'place_gone' });

  const paying = toPay(all);
  const reserving = await toReserveOf(tx, all, now);
  const byDebit = attempt.used.way === 'debit';
  // Nothing can be reserved on a bank account, and none secures what is to be held.
  if (byDebit && (reserving.length > 0 || toGiveCard(all).length > 0)) return refuse({ code: 'way_not_offered' });
  const asking = await asks(tx);
  const agreed = ({ loaded: { booking } }: InCheckout, bookingState: BookingState) =>
    asking({ bookingState, number: booking.number, way: byDebit ? 'debit' : 'card' });
  const shares = paying.map((each): PaidShare => ({
    ...shareOf(each, attempt.everything, { cost: attempt.cost, way: attempt.used.way }),
    ...agreed(each, each.current),
  }));
  const due = sum([...shares.map(({ amount }) => amount), ...reserving.map(({ amount }) => amount)]);
  if (due !== attempt.seen) return refuse({ code: 'position_changed' });
  if (attempt.tip > 0 && (!paying[0] || !(await takesTips(tx, paying[0].loaded.booking))))
    return refuse({ code: 'tip_not_taken' });

  const ids: ToCarryOut[] = [];
  const make = async ({ loaded: { booking } }: InCheckout, request: ProcessorCall, amount: Minor): Promise<void> => {
    const intent = { id: newId(), bookingId: booking.id, cause: causeOf(attempt), request, amount, now };
    ids.push(await openCall(tx, intent));
  };
  if (shares.length > 0) await make(paying[0]!, payRequest(attempt, paying, shares), chargedFor(shares, attempt.tip));
  for (const each of reserving) {
    const promised = asConfirmed(agreedOf(each.loaded.booking), each.loaded.facts, now);
    const request = { kind: 'reserve' as const, card: attempt.used, ...agreed(each, promised) };
    await make(each, { ...request, description: describe(each) }, each.amount);
  }
  for (const each of toGiveCard(all)) {
    await make(each, { kind: 'verify', card: attempt.used, ...agreed(each, each.current) }, zero);
  }
  return ids.length === 0 ? refuse({ code: 'nothing_due' }) : ok(ids);
}

const causeOf = ({ attempt }: PayCheckout): string => `checkout:${attempt}`;

const describe = ({ loaded: { booking } }: InCheckout): string => `${booking.number} ${booking.title}`;

/** A tip goes with the first share. */
function payRequest(
  { used, tip }: Attempt,
  paying: readonly InCheckout[],
  shares: readonly PaidShare[],
): ProcessorCall {
  const [first, ...others] = shares;
  const tipped = { ...first!, ...(tip > 0 ? { tip } : {}) };
  const description = paying.map(describe).join('; ');
  return { kind: 'pay', card: used, consent: first!.consent, description, shares: [tipped, ...others] };
}

/** The intents of the same attempt, where it was made before. */
async function madeBefore(
  tx: Tx,
  all: readonly InCheckout[],
  attempt: Attempt,
): Promise<Result<ToCarryOut[], PayCheckoutRefusal> | null> {
  const ids: ToCarryOut[] = [];
  for (const { loaded } of all) {
    const intent = await callByCause(tx, loaded.booking.id, causeOf(attempt));
    if (!intent) continue;
    if (!('card' in intent.request) || intent.request.card.token !== attempt.card)
      return refuse({ code: 'attempt_changed' });
    ids.push(intent.id);
  }
  return ids.length > 0 ? ok(ids) : null;
}
