import type { GiveCard, PayByClient } from '#contracts/client';
import { least, type Minor, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { cardConsent } from '#core/wording/consent';
import type { Deps } from '#server/deps';
import { carryOut } from '#server/intents/carryOut';
import { intentByCause, type IntentRow, openIntent, paymentUnderWay } from '#server/intents/openIntent';
import type { IntentRequest } from '#server/intents/request';
import type { ProcessorAnswer } from '#server/ports';
import { bookingOfLink } from '#server/usecases/clientLink';
import { type NotFound, onBooking } from '#server/usecases/onBooking';
import { runDue } from '#server/agenda/runDue';

export type PayRefusal =
  | NotFound
  | {
      readonly code:
        | 'link_unknown'
        | 'link_expired'
        | 'nothing_due'
        | 'position_changed'
        | 'booking_over'
        | 'card_unknown'
        | 'attempt_changed';
    }
  | { readonly code: 'payment_under_way'; readonly confirmUrl: string | null }
  | { readonly code: 'amount_too_small' | 'above_outstanding'; readonly limit: Minor; readonly path: 'amount' };

export type PayOutcome =
  | { readonly state: 'paid' }
  | { readonly state: 'confirm'; readonly url: string }
  | { readonly state: 'declined'; readonly code: string };

export const outcomeOf = (answer: ProcessorAnswer): PayOutcome => {
  if (answer.outcome === 'approved') return { state: 'paid' };
  return answer.outcome === 'confirm'
    ? { state: 'confirm', url: answer.url }
    : { state: 'declined', code: answer.code };
};

const confirmUrlOf = ({ answer }: IntentRow): string | null => (answer?.outcome === 'confirm' ? answer.url : null);

/**
 * A client pays by card, and with the payment gives the card that later dates and the hold are charged to. One try at a
 * time: a second tab is told, a repeat of the same attempt is answered as the first was.
 */
export const payByClient =
  (deps: Deps) =>
  ({ link, attempt, card, amount, seen }: PayByClient): Promise<Result<PayOutcome, PayRefusal>> =>
    fromClient(deps, { link, attempt, card, amount, seen });

/** A client gives a card without paying: it is checked with its bank, and one that fails does not replace a good one. */
export const giveCard =
  (deps: Deps) =>
  ({ link, attempt, card }: GiveCard): Promise<Result<PayOutcome, PayRefusal>> =>
    fromClient(deps, { link, attempt, card, amount: null });

async function fromClient(
  deps: Deps,
  {
    link,
    attempt,
    card,
    amount,
    seen,
  }: { link: string; attempt: string; card: string; amount: Minor | null; seen?: Minor | undefined },
): Promise<Result<PayOutcome, PayRefusal>> {
  const { db, clock, processor, newId } = deps;
  const opened = await bookingOfLink(db, link, clock.now());
  if ('fault' in opened) return refuse({ code: opened.fault });
  // Outside the transaction: it asks the world.
  const known = await processor.cardOf(card);
  if (!known) return refuse({ code: 'card_unknown' });

  const { bookingId } = opened;
  const intended = await onBooking<string, PayRefusal>(deps, bookingId, async ({ tx, loaded, standing, now }) => {
    const cause = `client:${attempt}`;
    const before = await intentByCause(tx, bookingId, cause);
    if (before) {
      const same = before.amount === (amount ?? zero) && 'card' in before.request && before.request.card.token === card;
      return same ? ok(before.id) : refuse({ code: 'attempt_changed' });
    }
    if (standing.ledger.lapsed) return refuse({ code: 'booking_over' });
    const used = { id: newId(), token: card, last4: known.last4 };
    const make = (request: IntentRequest, asked: Minor) =>
      openIntent(tx, { id: newId(), bookingId, cause, request, amount: asked, now });
    const consent = cardConsent(standing);
    if (amount === null) {
      if (standing.ledger.cancelled || standing.ledger.closedOut) return refuse({ code: 'booking_over' });
      return ok(await make({ kind: 'verify', card: used, consent }, zero));
    }

    const underWay = await paymentUnderWay(tx, bookingId);
    if (underWay) return refuse({ code: 'payment_under_way', confirmUrl: confirmUrlOf(underWay) });
    const { outstanding, dueNow, smallestPayment } = standing.position;
    if (outstanding === 0) return refuse({ code: 'nothing_due' });
    if (seen !== undefined && seen !== standing.position.received) return refuse({ code: 'position_changed' });
    if (amount > outstanding) return refuse({ code: 'above_outstanding', limit: outstanding, path: 'amount' });
    // Without a smallest part payment in the terms, what is due is paid whole.
    const smallest = loaded.booking.terms.minimum || dueNow === 0 ? smallestPayment : dueNow;
    const limit = least(smallest, outstanding);
    if (amount < limit) return refuse({ code: 'amount_too_small', limit, path: 'amount' });
    const description = `${loaded.booking.number} ${loaded.booking.title}`;
    return ok(await make({ kind: 'pay', card: used, consent, description }, amount));
  });
  if (!intended.ok) return intended;
  const answer = await carryOut(deps, intended.value);
  await runDue(deps);
  return ok(outcomeOf(answer));
}
