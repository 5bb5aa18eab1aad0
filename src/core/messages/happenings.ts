import type { Actor, Recorded } from '#core/people/actor';
import type { Fact, FactOf } from '#core/bookings/facts';
import { factsThatCount } from '#core/bookings/factsThatCount';
import type { BookingState } from '#core/bookings/bookingState';
import type { DisputeFamily } from '#core/claims/said';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** One thing that happened to a booking without its business, to be told to its people. */
export type Happening =
  | { readonly telling: 'booked' }
  | { readonly telling: 'asked'; readonly what: 'booking' | 'cancel' | 'move' }
  | { readonly telling: 'paid'; readonly amount: Minor }
  | { readonly telling: 'refused'; readonly what: 'charge' | 'hold'; readonly amount: Minor; readonly code: string }
  | { readonly telling: 'returned'; readonly amount: Minor; readonly code: string }
  | {
      readonly telling: 'disputed';
      readonly how: 'asked' | 'opened' | 'won' | 'lost' | 'dropped';
      readonly amount: Minor;
      readonly family: DisputeFamily | null;
      readonly answerBy: Instant | null;
    }
  | { readonly telling: 'claims'; readonly how: 'accepted' | 'objected'; readonly amount: Minor }
  | { readonly telling: 'lapsed' };

const awaiting = new Set<BookingState['stage']>(['waiting', 'enquiry']);
const over = new Set<BookingState['stage']>(['lapsed', 'cancelled']);
const ownAct = ({ kind }: Actor): boolean => kind === 'person' || kind === 'program';

/**
 * What of these new facts the business does not know, because it did not do it. What is recorded together is told once:
 * a first payment that secures a booking is a booking.
 * @param standingBefore null of a booking that has just been made; asked only where somebody else did something, as what comes after
 */
export function happenings(
  standingBefore: () => BookingState | null,
  added: readonly Recorded<Fact>[],
  standingAfter: () => BookingState,
): Happening[] {
  const others = added.filter(({ actor }) => !ownAct(actor));
  const found: Happening[] = [];
  if (factsThatCount(others) === 0) return found;
  const after = standingAfter();
  const { stage } = after;
  const before = standingBefore();
  const secured = before !== null && awaiting.has(before.stage) && !awaiting.has(stage) && !over.has(stage);
  // A place is kept for clients who book by themselves, until then.
  const booked = secured && (before.ledger.kept ?? after.ledger.kept) !== null;
  if (booked) found.push({ telling: 'booked' });
  if (stage === 'enquiry' && others.some(({ kind }) => kind === 'agreed'))
    found.push({ telling: 'asked', what: 'booking' });
  for (const fact of others) found.push(...happeningOf(fact, booked));
  return found;
}

function happeningOf(fact: Fact, booked: boolean): Happening[] {
  if (fact.kind === 'clientAsked') return [{ telling: 'asked', what: fact.what }];
  if (fact.kind === 'received') return booked || !broughtMoney(fact) ? [] : [{ telling: 'paid', amount: fact.amount }];
  // Whoever is at the page sees a refusal, and tries again.
  if (fact.kind === 'chargeDeclined' && !fact.clientPresent)
    return [{ telling: 'refused', what: 'charge', amount: fact.amount, code: fact.code }];
  if (fact.kind === 'holdRefused') return [{ telling: 'refused', what: 'hold', amount: fact.amount, code: fact.code }];
  if (fact.kind === 'debitReturned') return [{ telling: 'returned', amount: fact.amount, code: fact.code }];
  if (fact.kind === 'disputeAsked' || fact.kind === 'disputeOpened') {
    const { amount, family, answerBy } = fact;
    return [{ telling: 'disputed', how: fact.kind === 'disputeAsked' ? 'asked' : 'opened', amount, family, answerBy }];
  }
  if (fact.kind === 'disputeDecided' && fact.outcome !== 'givenIn')
    return [{ telling: 'disputed', how: fact.outcome, amount: fact.amount, family: null, answerBy: null }];
  if (fact.kind === 'claimAccepted') return [{ telling: 'claims', how: 'accepted', amount: fact.amount }];
  if (fact.kind === 'claimObjected') return [{ telling: 'claims', how: 'objected', amount: fact.amount }];
  return fact.kind === 'lapsed' && fact.reason === 'not_paid' ? [{ telling: 'lapsed' }] : [];
}

const broughtMoney = ({ method }: FactOf<'received'>): boolean => method === 'card' || method === 'debit';
