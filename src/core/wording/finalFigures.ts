import type { Fact } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { type Minor, remainder, sum, zero } from '#core/money/minor';

export type FinalFigure = { readonly what: string; readonly amount: Minor };

/**
 * What a booking came to in the end, as its client reads it: what they paid, what was claimed and taken, kept, given back
 * and is still open. Nothing while it goes on; a figure of nothing is left out.
 */
export function finalFigures({ ledger, agreed, position, stage }: BookingState, facts: readonly Fact[]): FinalFigure[] {
  if (stage !== 'closed' && stage !== 'cancelled') return [];
  const { cancelled, closedOut, receipts, after } = ledger;
  const paid = sum(receipts.map(({ amount, method }) => (method === 'hold' ? 0 : amount)));
  const balance = sum(receipts.map(({ amount, method }) => (method === 'hold' ? amount : 0)));
  const early = sum(facts.map((fact) => (fact.kind === 'claimsTaken' ? fact.captured : 0)));
  const owed = sum(facts.map((fact) => (fact.kind === 'claimOwed' ? fact.amount : 0)));
  const claimed = sum([early, sum(closedOut?.claims.map(({ amount }) => amount) ?? []), lateOnes(facts)]);
  const back = sum(receipts.map(({ refunded, returned }) => remainder(refunded, returned ?? zero)));
  const figures: FinalFigure[] = [
    { what: cancelled ? 'The price that was agreed' : 'The price', amount: agreed.total },
    { what: 'You paid', amount: paid },
    { what: 'Kept, as the terms say', amount: cancelled?.keep ?? zero },
    { what: 'Claimed', amount: claimed },
    {
      what: 'Taken of what your bank had set aside',
      amount: sum([closedOut?.captured ?? zero, early, cancelled ? balance : 0]),
    },
    { what: 'Claimed beyond that, and asked for', amount: owed },
    { what: 'Given back to you', amount: back },
    { what: 'Of that as a courtesy', amount: after.courtesy },
    { what: 'Still to go back to you', amount: cancelled ? position.credit : zero },
    { what: 'Still to pay', amount: position.outstanding },
    { what: 'Your credit', amount: closedOut?.over ?? zero },
  ];
  return figures.filter(({ amount }, index) => index === 0 || amount > 0);
}

/** Claims that were said after the close-out and asked for. */
const lateOnes = (facts: readonly Fact[]): Minor =>
  sum(facts.map((fact) => (fact.kind === 'claimOwed' && fact.claims ? fact.amount : 0)));
