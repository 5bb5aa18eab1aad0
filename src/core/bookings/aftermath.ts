import { type BookedClaim, withClaim } from '#core/claims/claims';
import { type Dispute, withDispute } from '#core/disputes/disputes';
import type { Fact, FactKind, FactOf } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import { type Minor, minor, zero } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxesMore } from '#core/price/taxSums';

/** What became of a booking beside its plan: what came back, what is claimed, given back as a courtesy, disputed. */
export type Aftermath = {
  readonly back: Instant | null;
  /** It was said not to have come back, and has not since. */
  readonly notBack: boolean;
  readonly claims: readonly BookedClaim[];
  /** Given back after the delivery without a change of the price. */
  readonly courtesy: Minor;
  readonly courtesyTaxes: readonly TaxAmount[];
  readonly disputes: readonly Dispute[];
  /** A hold that the owner put on it by hand: so much, until then. */
  readonly ownHold: { readonly amount: Minor; readonly until: Instant; readonly at: Instant } | null;
};

export const emptyAftermath: Aftermath = {
  back: null,
  notBack: false,
  claims: [],
  courtesy: zero,
  courtesyTaxes: [],
  disputes: [],
  ownHold: null,
};

type Reads = { readonly [K in FactKind]?: (after: Aftermath, fact: FactOf<K>) => Partial<Aftermath> };

const reads: Reads = {
  broughtBack: (_, { moment }) => ({ back: moment, notBack: false }),
  notBack: () => ({ back: null, notBack: true }),
  courtesy: ({ courtesy, courtesyTaxes }, { amount, taxes = [] }) => ({
    courtesy: minor(courtesy + amount),
    courtesyTaxes: taxesMore(courtesyTaxes, taxes),
  }),
  holdWanted: (_, { amount, until, at }) => ({ ownHold: { amount, until, at } }),
  // What was earned is undone with it, and what was given back of that.
  cancelled: () => ({ courtesy: zero, courtesyTaxes: [] }),
};

/** The aftermath after one more fact; the same object where the fact says nothing of it. */
export function withAftermath(after: Aftermath, fact: Fact): Aftermath {
  const read = reads[fact.kind] as ((after: Aftermath, fact: Fact) => Partial<Aftermath>) | undefined;
  const claims = withClaim(after.claims, fact);
  const disputes = withDispute(after.disputes, fact);
  if (!read && claims === after.claims && disputes === after.disputes) return after;
  return { ...after, claims, disputes, ...read?.(after, fact) };
}
